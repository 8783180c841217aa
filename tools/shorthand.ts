/** `npm run shorthand`: writes docs/shorthand.md and its pictures from the reference in core. */
import { mkdirSync, rmSync, writeFileSync } from 'node:fs';
import { shorthandPage } from '../core/src/formats/shorthandPage.ts';

const docs = new URL('../docs/', import.meta.url);
const { markdown, pictures } = shorthandPage();
rmSync(new URL('shorthand/', docs), { recursive: true, force: true });
mkdirSync(new URL('shorthand/', docs), { recursive: true });
writeFileSync(new URL('shorthand.md', docs), markdown);
for (const [name, svg] of pictures) writeFileSync(new URL(`shorthand/${name}`, docs), svg);
