import { REFERENCE, rideOfRow, type Row } from './reference.ts';
import { arenaGroup } from './arenaSvg.ts';
import { roundTo } from '../units.ts';

/** The pictures stand beside the page, in this folder. */
const FOLDER = 'shorthand';
const WIDTH_MM = 90;

export interface ShorthandPage {
  readonly markdown: string;
  /** By file name. */
  readonly pictures: ReadonlyMap<string, string>;
}

const nameOf = ({ line }: Row): string =>
  `${line
    .toLowerCase()
    .replace(/[^a-z0-9]+/g, '-')
    .replace(/^-|-$/g, '')}.svg`;

function pictureOf(row: Row): string | null {
  const ride = rideOfRow(row);
  if (!ride) return null;
  const { svg, heightMm } = arenaGroup(ride, 0, 0, WIDTH_MM);
  const height = roundTo(heightMm, 2);
  return `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 ${WIDTH_MM} ${height}" width="${WIDTH_MM * 4}" height="${height * 4}" font-family="sans-serif"><rect width="100%" height="100%" fill="#FBF7EE"/>\n${svg}\n</svg>\n`;
}

/** The whole shorthand as a page for an instructor: each form with its words and its picture. */
export function shorthandPage(): ShorthandPage {
  const pictures = new Map<string, string>();
  const lines = [
    '# The shorthand',
    '',
    'One line is one movement, written as on a clipboard: where, then what. Capital or small letters are alike. The',
    'pictures show a left rein, beginning at C in trot. This page is made by `npm run shorthand`.',
  ];
  for (const { title, rows } of REFERENCE) {
    lines.push('', `## ${title}`);
    for (const row of rows) {
      lines.push('', '```', row.line, '```', '', row.says);
      const picture = pictureOf(row);
      if (!picture) continue;
      pictures.set(nameOf(row), picture);
      lines.push('', `![${row.line.replace(/\n\s*/g, ' ')}](${FOLDER}/${nameOf(row)})`);
    }
  }
  return { markdown: `${lines.join('\n')}\n`, pictures };
}
