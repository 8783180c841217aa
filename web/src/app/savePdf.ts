import { saveFile } from './files.ts';
import { tell } from './notices.ts';

/**
 * Makes a PDF and hands it to the device; where it cannot be made it is said, with the way to try again.
 *
 * @param name of the file, without its ending
 * @param pages SVG, one a page
 */
export async function savePdf(
  name: string,
  title: string,
  pages: () => readonly string[],
): Promise<void> {
  try {
    // The maker of PDFs is large, and only loaded when it is asked for.
    const { pdfOf } = await import('../pdf/pdf.ts');
    saveFile(`${name}.pdf`, await pdfOf(pages(), title));
  } catch {
    const again = { label: 'Try again', run: () => void savePdf(name, title, pages) };
    tell('The PDF could not be made.', null, again);
  }
}
