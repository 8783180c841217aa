import { roundTo } from '../units.ts';

/** A page of A4 in millimetres; folded twice it is a pocket card of a quarter. */
export const PAGE = { width: 210, height: 297, margin: 12, fold: 148.5 } as const;
export const INK = '#22303A';
export const SOFT = '#56616A';
export const HAIR = '#C9BDA6';

export const escapeXml = (text: string): string =>
  text
    .replaceAll('&', '&amp;')
    .replaceAll('<', '&lt;')
    .replaceAll('>', '&gt;')
    .replaceAll('"', '&quot;');

export interface TextOptions {
  /** Height of the letters in millimetres. */
  readonly size: number;
  readonly bold?: boolean;
  readonly fill?: string;
  readonly anchor?: 'start' | 'middle' | 'end';
  readonly italic?: boolean;
}

export function text(x: number, y: number, said: string, options: TextOptions): string {
  const { size, bold = false, fill = INK, anchor = 'start', italic = false } = options;
  return [
    `<text x="${roundTo(x, 2)}" y="${roundTo(y, 2)}" font-size="${roundTo(size, 2)}"`,
    ` font-weight="${bold ? 'bold' : 'normal'}" font-style="${italic ? 'italic' : 'normal'}"`,
    ` fill="${fill}" text-anchor="${anchor}">${escapeXml(said)}</text>`,
  ].join('');
}

export const rule = (x1: number, y1: number, x2: number, y2: number, stroke = HAIR): string =>
  `<path d="M${roundTo(x1, 2)} ${roundTo(y1, 2)}L${roundTo(x2, 2)} ${roundTo(y2, 2)}" stroke="${stroke}" stroke-width="0.2" fill="none"/>`;

/** An average letter of the reading face is this wide, of its size. Measured on our own texts. */
const LETTER_WIDTH = 0.49;

/** Breaks words into lines that fit a width; a single long word stays whole. */
export function wrapped(said: string, widthMm: number, size: number): string[] {
  const most = Math.max(8, Math.floor(widthMm / (size * LETTER_WIDTH)));
  const lines: string[] = [];
  for (const word of said.split(' ')) {
    const last = lines.at(-1);
    if (last !== undefined && last.length + 1 + word.length <= most) {
      lines[lines.length - 1] = `${last} ${word}`;
    } else lines.push(word);
  }
  return lines;
}

/** A whole page around what is drawn on it. */
export function pageSvg(parts: readonly string[]): string {
  const { width, height } = PAGE;
  return [
    `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 ${width} ${height}" width="${width}mm" height="${height}mm" font-family="Literata, Georgia, serif">`,
    `<rect x="0" y="0" width="${width}" height="${height}" fill="#FFFFFF"/>`,
    ...parts,
    '</svg>',
  ].join('\n');
}
