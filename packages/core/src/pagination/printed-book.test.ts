import { describe, expect, it } from 'vitest';
import { USUAL_PRINTING } from '../document/usual.ts';
import type { Printing } from '../document/printing.ts';
import { planBook } from '../forms/planned-book.ts';
import { mm } from '../units/nm.ts';
import type { DeviceBehaviour } from '../printer/device.ts';
import { rehearse, twoPassFrom, type TwoPass } from '../printer/feed-rehearsal.ts';
import { printLayout } from '../printing/print-layout.ts';
import { printFiles, readPrinted } from './printed-book.ts';

const A4 = { width: mm(297), height: mm(210), fibre: 'any' as const };
const planned = planBook({ id: 'nested-booklet', parameters: { pages: 20 } }, A4);
if (!planned.ok) throw new Error('does not fold');
const plan = planned.value;
const ONTO: Printing = { ...USUAL_PRINTING, onto: { width: mm(420), height: mm(297), at: 'middle' } };

const DEVICES: readonly DeviceBehaviour[] = [
  { feedsFrom: 'top', prints: 'down', head: 'far', comesOut: 'down', headOut: 'near', piles: 'on-top' },
  { feedsFrom: 'bottom', prints: 'up', head: 'near', comesOut: 'up', headOut: 'far', piles: 'under' },
  { feedsFrom: 'top', prints: 'up', head: 'far', comesOut: 'down', headOut: 'far', piles: 'on-top' },
];
const layoutFor = (printing: Printing, over = 0) => {
  const layout = printLayout(plan, { printing }, over);
  if (!layout) throw new Error('the paper holds no sheet');
  return layout;
};
const wrongPages = (device: DeviceBehaviour, how: TwoPass, printing: Printing = USUAL_PRINTING, faults = {}) => {
  const layout = layoutFor(printing);
  const { pile, lost } = printFiles(device, layout.papers, how, faults);
  const shown = readPrinted(plan, layout, pile, how);
  return { wrong: shown.flatMap(({ right }, page) => (right ? [] : [page])), lost, shown };
};

describe('a book printed on the stand-in and folded', () => {
  it.each(DEVICES)('has every page where it belongs when fed as the rehearsal says: %j', (device) => {
    const how = twoPassFrom(rehearse(device)!);
    for (const printing of [USUAL_PRINTING, ONTO])
      expect(wrongPages(device, how, printing)).toMatchObject({ wrong: [], lost: [] });
  });

  it('two folios on each larger paper take half the papers, the last one half filled', () => {
    expect([layoutFor(USUAL_PRINTING).papers, layoutFor(ONTO).papers]).toEqual([5, 3]);
  });

  it('fed otherwise it does not: every wrong order or turn is seen on the pages', () => {
    for (const device of DEVICES) {
      const how = twoPassFrom(rehearse(device)!);
      const reversed = how.order === 'outermost-first' ? 'innermost-first' : 'outermost-first';
      // Of five sheets the middle one meets its back even so.
      expect(wrongPages(device, { ...how, order: reversed }).wrong).toHaveLength(8);
      expect(wrongPages(device, { ...how, turned: !how.turned }).wrong).toHaveLength(10);
    }
  });

  it('a jam leaves its sheet out and puts the backs off; two sheets at once put off what follows', () => {
    const device = DEVICES[0]!;
    const how = twoPassFrom(rehearse(device)!);
    const jam = wrongPages(device, how, USUAL_PRINTING, { jamAt: 2 });
    expect(jam.lost).toContain('f2');
    // Pages 5, 6 and 15, 16 of twenty stood on the sheet that is lost.
    expect(jam.wrong).toEqual(expect.arrayContaining([4, 5, 14, 15]));
    const double = wrongPages(device, how, USUAL_PRINTING, { doubleFeedAt: 1 });
    expect(double.wrong.length).toBeGreaterThan(0);
  });

  it('where pictures bleed the pages are larger, and looked at inside their marks', () => {
    const device = DEVICES[0]!;
    const how = twoPassFrom(rehearse(device)!);
    const layout = layoutFor(USUAL_PRINTING, mm(3));
    const { pile } = printFiles(device, layout.papers, how);
    const [cover] = readPrinted(plan, layout, pile, how);
    // 3 mm of bleed and 6 mm of marks all round.
    expect(layout.paper).toEqual({ width: mm(315), height: mm(228) });
    expect(cover!.window.left * layout.paper.width).toBeCloseTo(mm(9 + 148.5), -2);
    expect(cover!.window.height * layout.paper.height).toBeCloseTo(mm(210), -2);
  });

  it('looks at each page through the window where it stands, turned as it was fed', () => {
    const device = DEVICES[0]!;
    const how = twoPassFrom(rehearse(device)!);
    const { shown } = wrongPages(device, how);
    // The cover is the right half of the first front.
    expect(shown[0]).toMatchObject({
      print: 'f0',
      quarterTurns: 0,
      window: { left: 0.5, top: 0, width: 0.5, height: 1 },
    });
  });
});
