import pdfMake from 'pdfmake/build/pdfmake.js';
import bold from '@fontsource/literata/files/literata-latin-700-normal.woff?url';
import italic from '@fontsource/literata/files/literata-latin-400-italic.woff?url';
import regular from '@fontsource/literata/files/literata-latin-400-normal.woff?url';

const absolute = (url: string) => new URL(url, location.href).href;

/** Pages drawn as SVG (A4, in millimetres), as one PDF in the book's own face. */
export async function pdfOf(pages: readonly string[], title: string): Promise<Blob> {
  pdfMake.addFonts({
    Literata: {
      normal: absolute(regular),
      bold: absolute(bold),
      italics: absolute(italic),
      bolditalics: absolute(bold),
    },
  });
  const document = pdfMake.createPdf({
    info: { title, creator: 'Canter Book' },
    pageSize: 'A4',
    pageMargins: 0,
    defaultStyle: { font: 'Literata' },
    content: pages.map((svg, i) => ({
      svg,
      // A4 in points, a hair smaller than the page so that no empty page follows.
      fit: [595, 841.5] as [number, number],
      ...(i > 0 && { pageBreak: 'before' as const }),
    })),
  });
  return document.getBlob();
}
