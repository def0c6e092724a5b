import { DxfWriter, point3d, Units } from '@tarikjabiri/dxf';
import { toMm } from '@eight-up/core/units/nm';
import type { Drawing } from '@eight-up/core/output/drawing';
import type { Layer } from '@eight-up/core/output/line-code';

/** Colour numbers of the format; layers are told apart by name and line type, colour only helps on a screen. */
const COLOUR: Readonly<Partial<Record<Layer, number>>> = {
  cut: 1,
  slit: 1,
  valley: 7,
  mountain: 8,
  creased: 9,
  mark: 7,
};

/** Line types in millimetres: dash, gap, dash, gap … as DXF writes them (gaps negative). */
const LINE_TYPES: Readonly<Partial<Record<Layer, readonly number[]>>> = {
  valley: [5, -1.8],
  mountain: [4, -1.4, 0.5, -1.4],
  creased: [0.4, -1.2],
};

/** Line work as DXF: millimetres, y upwards, one layer a kind of line. */
export function drawingToDxf(drawing: Drawing): string {
  const dxf = new DxfWriter();
  dxf.setUnits(Units.Millimeters);
  const layers = new Set(drawing.items.flatMap((item) => ('layer' in item ? [item.layer] : [])));
  for (const layer of layers) {
    const type = LINE_TYPES[layer];
    if (type) dxf.addLType(layer.toUpperCase(), layer, [...type]);
    dxf.addLayer(layer, COLOUR[layer] ?? 7, type ? layer.toUpperCase() : 'Continuous');
  }
  const spot = (p: { readonly x: number; readonly y: number }) => point3d(toMm(p.x), toMm(drawing.height - p.y), 0);
  for (const item of drawing.items) {
    if (item.kind === 'dot') dxf.addCircle(spot(item.at), toMm(item.radius), { layerName: item.layer });
    if (item.kind !== 'line') continue;
    const points = item.closed ? [...item.points, item.points[0]!] : item.points;
    points.slice(1).forEach((to, i) => dxf.addLine(spot(points[i]!), spot(to), { layerName: item.layer }));
  }
  return dxf.stringify();
}
