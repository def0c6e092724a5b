import type { BookDocument } from '../document/document.ts';
import type { AssetInfo } from '../document/asset.ts';
import type { FoldedBook } from '../forms/planned-book.ts';
import { checkKey, type Check } from './check.ts';
import { checkBook } from './checks.ts';
import { remedyOf } from './remedy.ts';

/** A book looked over before printing. */
export interface LookedOver {
  readonly checks: readonly Check[];
  /** the keys of those checks that one press settles, found by trying it on the whole book */
  readonly settledByOnePress: readonly string[];
}

/** All checks of a book, and which of them have a remedy that works. In a long book this takes a while: every remedy is tried. */
export function lookOver(plan: FoldedBook, book: BookDocument, assets: readonly AssetInfo[]): LookedOver {
  const byId = new Map(assets.map((asset) => [asset.id, asset]));
  const look = (asset: string) => byId.get(asset);
  const checks = checkBook(plan, book, look);
  return {
    checks,
    settledByOnePress: checks.filter((check) => remedyOf(check, plan, book, look, checks) !== undefined).map(checkKey),
  };
}
