import { toMm } from '../units/nm.ts';
import type { Drawing, DrawItem } from './drawing.ts';
import { TONES } from './drawing.ts';
import { LINE_CODE } from './line-code.ts';

const escape = (text: string): string =>
  text.replaceAll('&', '&amp;').replaceAll('<', '&lt;').replaceAll('>', '&gt;').replaceAll('"', '&quot;');

const mmOf = (length: number): string => String(Number(toMm(length).toFixed(4)));

/**
 * A drawing as an SVG file in real millimetres: one group a layer, named in `id` and as a layer label, so
 * that cutting programs keep them apart. Pictures are left out: this is line work.
 */
export function drawingToSvg(drawing: Drawing, title: string): string {
  const layers = [...new Set(drawing.items.flatMap((item) => ('layer' in item ? [item.layer] : [])))];
  const groups = layers.map((layer) => {
    const { width, dash, colour } = LINE_CODE[layer];
    const dashes = dash.length ? ` stroke-dasharray="${dash.join(' ')}"` : '';
    const items = drawing.items
      .filter((item) => 'layer' in item && item.layer === layer)
      .map(svgItem)
      .join('');
    return `<g id="${layer}" data-layer="${layer}" fill="none" stroke="${colour}" stroke-width="${width}"${dashes}>${items}</g>`;
  });
  const rest = drawing.items
    .filter((item) => item.kind === 'text' || item.kind === 'area')
    .map(svgItem)
    .join('');
  const [w, h] = [mmOf(drawing.width), mmOf(drawing.height)];
  return `<?xml version="1.0" encoding="UTF-8"?>\n<svg xmlns="http://www.w3.org/2000/svg" width="${w}mm" height="${h}mm" viewBox="0 0 ${w} ${h}"><title>${escape(title)}</title>${rest}${groups.join('')}</svg>\n`;
}

function svgItem(item: DrawItem): string {
  switch (item.kind) {
    case 'line': {
      const points = item.points.map((p) => `${mmOf(p.x)},${mmOf(p.y)}`).join(' ');
      return item.closed ? `<polygon points="${points}"/>` : `<polyline points="${points}"/>`;
    }
    case 'dot':
      return `<circle cx="${mmOf(item.at.x)}" cy="${mmOf(item.at.y)}" r="${mmOf(item.radius)}"${item.filled ? ` fill="${LINE_CODE[item.layer].colour}"` : ''}/>`;
    case 'area':
      return `<polygon fill="${TONES[item.tone]}" points="${item.points.map((p) => `${mmOf(p.x)},${mmOf(p.y)}`).join(' ')}"/>`;
    case 'text': {
      const anchor = item.from ?? 'middle';
      return `<text x="${mmOf(item.at.x)}" y="${mmOf(item.at.y)}" font-size="${mmOf(item.size)}" text-anchor="${anchor}" transform="rotate(${item.quarterTurns * 90} ${mmOf(item.at.x)} ${mmOf(item.at.y)})">${escape(item.text)}</text>`;
    }
  }
}
