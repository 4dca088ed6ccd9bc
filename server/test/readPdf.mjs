// Reads a PDF from its input and writes what a reader of it finds, as JSON: the package is no module jest can load.
import { Buffer } from 'node:buffer';
import { getDocument } from 'pdfjs-dist/legacy/build/pdf.mjs';

const parts = [];
for await (const part of process.stdin) parts.push(part);
const bytes = Buffer.concat(parts);
const fonts = bytes.includes('/FontFile2');
const pdf = await getDocument({ data: new Uint8Array(bytes), verbosity: 0 }).promise;
const pages = [];
let width = 0;
for (let number = 1; number <= pdf.numPages; number++) {
  const page = await pdf.getPage(number);
  width = page.view[2];
  const { items } = await page.getTextContent();
  pages.push(
    items
      .map((item) => item.str ?? '')
      .join(' ')
      .replace(/\s+/g, ' '),
  );
}
const { info } = await pdf.getMetadata();
const marked = await pdf.getMarkInfo();
process.stdout.write(JSON.stringify({ pages, width, title: info.Title ?? '', tagged: marked?.Marked === true, fonts }));
