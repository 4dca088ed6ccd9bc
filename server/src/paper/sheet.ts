/** A sheet of paper: pages of one size with a heading, numbers, and when it was printed, in black on white. */
import PDFDocument from 'pdfkit';

export const SIZES = ['A4', 'LETTER'] as const;
export type PaperSize = (typeof SIZES)[number];

/** The fonts the app itself ships with. */
export interface Fonts {
  regular: string;
  bold: string;
}

export interface SheetOptions {
  title: string;
  size: PaperSize;
  fonts: Fonts;
  /** What stands at the foot of every page: which event, which version, when. */
  foot: string;
}

/** Points, at 72 an inch. */
const MARGIN = 40;
const FOOT = 24;
const TEXT = { title: 20, heading: 14, dial: 14, strong: 11, body: 11, small: 9 } as const;
type As = keyof typeof TEXT;
/** Tags of the structure that readers of the file go by. */
const TAGS: Readonly<Record<As, string>> = {
  title: 'H1',
  heading: 'H2',
  dial: 'P',
  strong: 'P',
  body: 'P',
  small: 'P',
};

/** Where words stand on a page. */
interface Spot {
  x: number;
  y: number;
  width: number;
  as?: As;
  align?: 'left' | 'center' | 'right';
}

/** The font has no thirds of its own: "-2⅓" becomes "-2 1/3". */
export const printable = (text: string): string =>
  text.replace(
    /(\d?)([⅓⅔])/g,
    (_, digit: string, third: string) => `${digit && `${digit} `}${third === '⅓' ? '1/3' : '2/3'}`,
  );

export class Sheet {
  readonly pdf: PDFKit.PDFDocument;
  private readonly root: PDFKit.PDFStructureElement;

  constructor(private readonly options: SheetOptions) {
    const { title, size, fonts } = options;
    this.pdf = new PDFDocument({
      size,
      margins: { top: MARGIN, left: MARGIN, right: MARGIN, bottom: MARGIN + FOOT },
      bufferPages: true,
      tagged: true,
      lang: 'en',
      displayTitle: true,
      pdfVersion: '1.7',
      info: { Title: title, Producer: 'Ergon' },
    });
    this.pdf.registerFont('regular', fonts.regular);
    this.pdf.registerFont('bold', fonts.bold);
    this.root = this.pdf.struct('Document');
    this.pdf.addStructure(this.root);
    this.say(title, 'title');
  }

  get left(): number {
    return MARGIN;
  }

  get width(): number {
    return this.pdf.page.width - 2 * MARGIN;
  }

  get bottom(): number {
    return this.pdf.page.height - MARGIN - FOOT;
  }

  /** A line or paragraph where the last one ended. */
  say(text: string, as: As = 'body', { indent = 0, width }: { indent?: number; width?: number } = {}): void {
    this.room(this.heightOf(text, as, width ?? this.width - indent));
    this.at(text, { x: this.left + indent, y: this.pdf.y, width: width ?? this.width - indent, as });
    this.pdf.x = this.left;
  }

  /** Words at a place of the page; nothing is broken onto another. @returns where they end. */
  at(text: string, { x, y, width, as = 'body', align = 'left' }: Spot): number {
    const element = this.pdf.struct(TAGS[as], {}, () => {
      this.font(as);
      this.pdf.fillColor('black').text(printable(text), x, y, { width, align });
    });
    this.root.add(element);
    return this.pdf.y;
  }

  /** A drawing, with what it shows in words for whoever cannot see it. */
  drawn(alt: string, draw: (pdf: PDFKit.PDFDocument) => void): void {
    this.root.add(this.pdf.struct('Figure', { alt }, () => draw(this.pdf)));
  }

  heightOf(text: string, as: As, width: number): number {
    this.font(as);
    return this.pdf.heightOfString(printable(text), { width });
  }

  gap(points: number): void {
    this.pdf.y += points;
  }

  /** Another page, where there is not so much room left on this one. */
  room(points: number): void {
    if (this.pdf.y + points > this.bottom) this.page();
  }

  page(): void {
    this.pdf.addPage();
    this.pdf.y = MARGIN;
  }

  /** Numbers the pages and ends the sheet. */
  async end(): Promise<Buffer> {
    const { start, count } = this.pdf.bufferedPageRange();
    for (let index = start; index < start + count; index++) {
      this.pdf.switchToPage(index);
      this.font('small');
      // Below the margin, where a line would else begin another page.
      this.pdf.page.margins.bottom = 0;
      const y = this.pdf.page.height - MARGIN;
      this.pdf.markContent('Artifact', { type: 'Pagination' });
      this.pdf
        .fillColor('black')
        .text(this.options.foot, this.left, y, { width: this.width - 90, lineBreak: false, ellipsis: true });
      this.pdf.text(`page ${index - start + 1} of ${count}`, this.left + this.width - 90, y, {
        width: 90,
        align: 'right',
        lineBreak: false,
      });
      this.pdf.endMarkedContent();
    }
    this.root.end();
    return new Promise((resolve, reject) => {
      const parts: Buffer[] = [];
      this.pdf.on('data', (part: Buffer) => parts.push(part));
      this.pdf.on('end', () => resolve(Buffer.concat(parts)));
      this.pdf.on('error', reject);
      this.pdf.end();
    });
  }

  private font(as: As): void {
    const isBold = as !== 'body' && as !== 'small';
    this.pdf.font(isBold ? 'bold' : 'regular').fontSize(TEXT[as]);
  }
}
