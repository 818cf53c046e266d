import { getDocument } from 'pdfjs-dist/legacy/build/pdf.mjs';

/** What a PDF file says, page by page, as somebody would read it: a line break where the print has one. */
export async function pdfText(file: Buffer): Promise<string[]> {
  const pdf = await getDocument({ data: new Uint8Array(file), useSystemFonts: false }).promise;
  const pages: string[] = [];
  for (let number = 1; number <= pdf.numPages; number += 1) {
    const { items } = await (await pdf.getPage(number)).getTextContent();
    pages.push(items.map((item) => ('str' in item ? `${item.str}${item.hasEOL ? '\n' : ''}` : '')).join(''));
  }
  await pdf.destroy();
  return pages;
}
