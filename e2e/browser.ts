import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { Builder, By, Key, logging, until, type WebDriver, type WebElement } from 'selenium-webdriver';
import chrome from 'selenium-webdriver/chrome.js';

const FLAGS = [
  '--headless=new',
  '--no-sandbox',
  '--disable-gpu',
  '--disable-quic',
  '--no-first-run',
  '--disable-background-networking',
  '--disable-component-update',
  '--disable-sync',
  '--disable-dev-shm-usage',
  '--enable-unsafe-swiftshader',
];

export interface Browser {
  readonly driver: WebDriver;
  readonly close: () => Promise<void>;
}

/** A fresh headless Chromium of an exact view size. */
export async function openBrowser({
  width = 1280,
  height = 800,
  flags = [] as readonly string[],
  /** keeps a trace of what the page's main thread does, among the driver's performance logs */
  trace = false,
} = {}): Promise<Browser> {
  const profile = mkdtempSync(path.join(tmpdir(), 'eight-up-browser-'));
  const options = new chrome.Options();
  options.setChromeBinaryPath(process.env.CHROMIUM ?? '/usr/bin/chromium');
  options.addArguments(...FLAGS, ...flags, `--user-data-dir=${profile}`);
  if (trace) {
    const logs = new logging.Preferences();
    logs.setLevel(logging.Type.PERFORMANCE, logging.Level.ALL);
    options.setLoggingPrefs(logs);
    // The types ask for options that today's driver no longer knows.
    const wanted = { traceCategories: 'devtools.timeline', enableNetwork: false, enablePage: false };
    options.setPerfLoggingPrefs(wanted as Parameters<typeof options.setPerfLoggingPrefs>[0]);
  }
  const driver = await new Builder()
    .forBrowser('chrome')
    .setChromeOptions(options)
    .setChromeService(new chrome.ServiceBuilder(process.env.CHROMEDRIVER ?? '/usr/bin/chromedriver'))
    .build();
  await setView(driver, width, height);
  return {
    driver,
    close: async () => {
      await driver.quit();
      rmSync(profile, { recursive: true, force: true });
    },
  };
}

export const setView = (driver: WebDriver, width: number, height: number): Promise<unknown> =>
  (
    driver as unknown as { sendDevToolsCommand: (name: string, params: object) => Promise<unknown> }
  ).sendDevToolsCommand('Emulation.setDeviceMetricsOverride', { width, height, deviceScaleFactor: 1, mobile: false });

/** How long anything may take to appear: a slow machine is no fault of the page. */
export const WAIT_MS = 30_000;

/** The element with this CSS role selector whose accessible name matches, once it is there. */
export async function byRole(driver: WebDriver, role: string, name: string | RegExp): Promise<WebElement> {
  const matches = (text: string) => (typeof name === 'string' ? text === name : name.test(text));
  const found = await driver.wait(
    async () => {
      for (const element of await driver.findElements(By.css(SELECTORS[role] ?? `[role=${role}]`))) {
        try {
          if ((await element.getAriaRole()) === role && matches(await element.getAccessibleName())) return element;
        } catch {
          // Redrawn while being read; the next round sees the new one.
        }
      }
      return null;
    },
    WAIT_MS,
    `no ${role} named ${name}`,
  );
  return found!;
}

const SELECTORS: Readonly<Record<string, string>> = {
  button: 'button, [role=button]',
  link: 'a',
  textbox: 'input, textarea',
  radio: '[role=radio]',
  checkbox: 'input[type=checkbox], [role=checkbox]',
  tab: '[role=tab]',
  heading: 'h1, h2, h3',
  slider: 'input[type=range]',
};

/** The first element found there, once it is there. */
export const located = (driver: WebDriver, by: By): Promise<WebElement> =>
  driver.wait(until.elementLocated(by), WAIT_MS);

export const textOf = async (driver: WebDriver, css: string): Promise<string> =>
  (await located(driver, By.css(css))).getText();

export async function waitForText(driver: WebDriver, text: string | RegExp): Promise<void> {
  await driver.wait(
    async () => {
      const body = await driver
        .findElement(By.css('body'))
        .getText()
        .catch(() => '');
      return typeof text === 'string' ? body.includes(text) : text.test(body);
    },
    WAIT_MS,
    `the page never said ${text}`,
  );
}

export const press = async (driver: WebDriver, ...keys: readonly string[]): Promise<void> => {
  for (const key of keys) await driver.actions().sendKeys(key).perform();
};

export const chord = (driver: WebDriver, modifier: string, key: string): Promise<void> =>
  driver.actions().keyDown(modifier).sendKeys(key).keyUp(modifier).perform();

export { By, Key, until };

/** One of the acts behind a book's button on the shelf. */
export async function actOnBook(driver: WebDriver, title: string, act: string): Promise<void> {
  await (await byRole(driver, 'button', `What to do with ${title}`)).click();
  await (await byRole(driver, 'menuitem', act)).click();
}
