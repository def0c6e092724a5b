/** One page of a file as it presents itself: upright, after its own turns, crops and units. */
export interface AssetPage {
  /** natural size, nanometres (pictures: from their density, 300 pixels an inch where they tell none) */
  readonly width: number;
  readonly height: number;
  /** pixels as seen upright; absent for vector pages */
  readonly pixels?: { readonly width: number; readonly height: number };
}

export type AssetKind = 'jpeg' | 'png' | 'webp' | 'tiff' | 'gif' | 'svg' | 'pdf';

/** What is known of an original without opening it again. */
export interface AssetInfo {
  readonly id: string;
  readonly kind: AssetKind;
  readonly bytes: number;
  readonly pages: readonly AssetPage[];
}

export type AssetLookup = (id: string) => AssetInfo | undefined;
