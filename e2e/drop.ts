import type { WebDriver } from 'selenium-webdriver';

export interface DroppedFile {
  readonly name: string;
  readonly type: string;
  readonly bytes: Uint8Array;
}

/** Drops real files onto an element of the page, as a hand would: enter, over, drop, with a DataTransfer that carries them. */
export async function dropFiles(driver: WebDriver, css: string, files: readonly DroppedFile[]): Promise<void> {
  await driver.executeScript(
    `const [css, files] = arguments;
     const data = new DataTransfer();
     for (const { name, type, base64 } of files) {
       const bytes = Uint8Array.from(atob(base64), (c) => c.charCodeAt(0));
       data.items.add(new File([bytes], name, { type }));
     }
     const target = document.querySelector(css);
     for (const kind of ['dragenter', 'dragover', 'drop']) target.dispatchEvent(new DragEvent(kind, { bubbles: true, cancelable: true, dataTransfer: data }));`,
    css,
    files.map(({ name, type, bytes }) => ({ name, type, base64: Buffer.from(bytes).toString('base64') })),
  );
}
