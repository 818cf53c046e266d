import { createRequire } from 'node:module';
import { dirname, join } from 'node:path';
import { clock, jobTitle, textOf } from '@tare/card';
import type { CardLine, CardPaper, CardSection, CardTable, JobCard } from '@tare/contract';
import pdfMake from 'pdfmake';
import type { Content, TableCell, TDocumentDefinitions } from 'pdfmake/interfaces.js';

/** What goes onto the card beside words. */
export interface CardPictures {
  /** SVG: the crank as it is and its rim map; none before the first spin. */
  readonly drawings: readonly string[];
  /** JPEG. */
  readonly photos: readonly Buffer[];
}

// Covers the names of customers from many lands, which a font of one alphabet would leave out.
const FONTS = join(dirname(createRequire(import.meta.url).resolve('dejavu-fonts-ttf/package.json')), 'ttf');
pdfMake.setFonts({
  Sign: { normal: join(FONTS, 'DejaVuSansCondensed.ttf'), bold: join(FONTS, 'DejaVuSansCondensed-Bold.ttf') },
  Figure: { normal: join(FONTS, 'DejaVuSansMono.ttf'), bold: join(FONTS, 'DejaVuSansMono-Bold.ttf') },
});
pdfMake.setUrlAccessPolicy(() => false);
pdfMake.setLocalAccessPolicy((path) => path.startsWith(FONTS));

const PAGE_MARGIN_PT = 36;
/** Wide enough for the page between its margins. */
const DRAWING_WIDTH_PT = 500;

/** The card as a PDF file. */
export function cardPdf(card: JobCard, paper: CardPaper, pictures: CardPictures): Promise<Buffer> {
  return pdfMake.createPdf(definition(card, paper, pictures)).getBuffer();
}

function definition(card: JobCard, paper: CardPaper, { drawings, photos }: CardPictures): TDocumentDefinitions {
  const { number, shopName, engineName, signed, coreVersion, sections } = card;
  const title = `Balance card, job ${number}`;
  return {
    pageSize: paper === 'a4' ? 'A4' : 'LETTER',
    pageMargins: PAGE_MARGIN_PT,
    info: { title: `${title}: ${engineName}`, creator: 'Tare' },
    defaultStyle: { font: 'Sign', fontSize: 8.5, lineHeight: 1.15 },
    footer: (page, pages) => ({
      margin: [PAGE_MARGIN_PT, 12, PAGE_MARGIN_PT, 0],
      fontSize: 7.5,
      columns: [`${shopName}, job ${number}`, { text: `Page ${page} of ${pages}`, alignment: 'right' }],
    }),
    content: [
      { text: shopName, color: '#47524c' },
      { text: title, fontSize: 16, bold: true },
      { text: jobTitle(card), fontSize: 11 },
      {
        text: signed
          ? `Signed off by ${signed.by}, ${clock(signed.at)}; arithmetic ${signed.coreVersion}`
          : `Not signed off; arithmetic ${coreVersion}`,
        margin: [0, 2, 0, 6],
      },
      ...sections.flatMap((section) => [
        sectionContent(section),
        ...(section.id === 'unbalance' ? drawings.map((svg): Content => ({ svg, width: DRAWING_WIDTH_PT, margin: [0, 6, 0, 2] })) : []),
      ]),
      ...(photos.length === 0 ? [] : [photoContent(photos)]),
    ],
  };
}

/** A table of no more rows stays on one page. */
const ONE_PAGE_ROWS = 14;

const sectionContent = ({ title, lines, table }: CardSection): Content => ({
  unbreakable: (table?.rows.length ?? 0) <= ONE_PAGE_ROWS,
  margin: [0, 7, 0, 0],
  stack: [
    { text: title, bold: true, fontSize: 10.5, margin: [0, 0, 0, 2], headlineLevel: 1 },
    ...lines.map((one): Content => ({ text: runs(one) })),
    ...(table ? [tableContent(table)] : []),
  ],
});

function tableContent({ columns, rows }: CardTable): Content {
  const roomy = widest(columns, rows);
  const cell = (one: CardLine, i: number): TableCell => ({ text: runs(one), alignment: columns[i]?.isFigure ? 'right' : 'left', fontSize: 7.5 });
  return {
    margin: [0, 2, 0, 0],
    layout: 'lightHorizontalLines',
    table: {
      headerRows: 1,
      dontBreakRows: true,
      widths: columns.map((_, i) => (i === roomy ? '*' : 'auto')),
      body: [
        columns.map(({ title, isFigure }): TableCell => ({ text: title, bold: true, fontSize: 7.5, alignment: isFigure ? 'right' : 'left' })),
        ...rows.map((row) => row.map(cell)),
      ],
    },
  };
}

/** The column of words that has most to say takes the room that is left. */
function widest(columns: CardTable['columns'], rows: CardTable['rows']): number {
  const lengths = columns.map(({ isFigure }, i) => (isFigure ? 0 : Math.max(0, ...rows.map((row) => textOf(row[i] ?? []).length))));
  return lengths.indexOf(Math.max(...lengths));
}

/** Figures in the face whose digits stand under one another. */
const runs = (one: CardLine): { text: string; font?: string }[] =>
  one.map((part) => (typeof part === 'string' ? { text: part } : { text: part.text.replaceAll(' ', '\u00a0'), font: 'Figure' }));

/** Two beside each other. */
const photoContent = (photos: readonly Buffer[]): Content => ({
  margin: [0, 10, 0, 0],
  layout: 'noBorders',
  table: {
    widths: ['*', '*'],
    dontBreakRows: true,
    body: Array.from({ length: Math.ceil(photos.length / 2) }, (_, i) =>
      [photos[2 * i], photos[2 * i + 1]].map((image): TableCell =>
        image ? { image: `data:image/jpeg;base64,${image.toString('base64')}`, fit: [250, 220] } : { text: '' },
      ),
    ),
  },
});
