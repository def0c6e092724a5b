import { nm, type Nm } from '../units/nm.ts';

/** A joint of the closed block. */
export interface BlockJoint {
  /** after so many panels */
  readonly after: number;
  /** the next strip lies inside the fold */
  readonly inset: boolean;
  /** how wide a tab it thickens its edge by; 0: none */
  readonly tab: Nm;
}

export interface BlockTask {
  readonly panels: number;
  readonly panelWidth: Nm;
  readonly joints: readonly BlockJoint[];
  /** of one layer, and of the glue of a joint */
  readonly thickness: Nm;
  readonly glue: Nm;
  /** what inset joints are mended by: narrower, or set past the crease */
  readonly mended: Nm;
}

/** A layer seen from the head: where it begins at the left, and how high its ends lie. */
export interface BlockLayer {
  readonly left: number;
  readonly atLeft: number;
  readonly atRight: number;
}

/** The closed concertina seen from its head, panel 1 undermost. Nanometres. */
export interface ClosedBlock {
  readonly layers: readonly BlockLayer[];
  readonly tabs: readonly { readonly layer: number; readonly edge: 'left' | 'right'; readonly width: Nm }[];
  /** how far the last panel lies aside from the first; right of it above 0 */
  readonly lean: Nm;
  /** thickness along either edge */
  readonly left: Nm;
  readonly right: Nm;
  /** what one inset joint still shifts by; below 0 where more was taken off than it needs */
  readonly eachShift: Nm;
}

/**
 * The fold after s panels lies at the right edge where s is odd, at the left where it is even. A strip that begins inside a fold is pushed away from its edge by the paper and the glue that the
 * fold closes round, T + g where it is crisp, less what it is mended by; all that follows goes along. A tab lies as one layer more, and its glue, along the edge of its joint only.
 */
export function closedBlock({ panels, panelWidth, joints, thickness, glue, mended }: BlockTask): ClosedBlock {
  const eachShift = nm(thickness + glue - mended);
  const after = new Map(joints.map((joint) => [joint.after, joint]));
  const layers: BlockLayer[] = [];
  const tabs: ClosedBlock['tabs'][number][] = [];
  let [left, atLeft, atRight] = [0, 0, 0];
  for (let panel = 1; panel <= panels; panel++) {
    layers.push({ left, atLeft, atRight });
    atLeft += thickness;
    atRight += thickness;
    const joint = after.get(panel);
    if (!joint) continue;
    const edge = panel % 2 === 1 ? 'right' : 'left';
    if (joint.inset) left += edge === 'right' ? -eachShift : eachShift;
    if (joint.tab <= 0) continue;
    tabs.push({ layer: panel, edge, width: nm(Math.min(joint.tab, panelWidth)) });
    if (edge === 'right') atRight += thickness + glue;
    else atLeft += thickness + glue;
  }
  return { layers, tabs, lean: nm(left), left: nm(atLeft), right: nm(atRight), eachShift };
}
