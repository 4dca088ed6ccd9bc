import { createElement } from 'react';

/** A page as it is printed: black on white, all of it, without what is only there to be touched. */
const STYLE = `
@media print {
  @page { margin: 14mm; }
  html, body, #root, #root * { height: auto !important; max-height: none !important; overflow: visible !important; }
  #root * { background-color: transparent !important; color: #000 !important; border-color: #000 !important; }
  [role='navigation'], [role='button'], [role='status'], [role='radiogroup'], button, a[target] { display: none !important; }
}`;

export const PrintStyle = () => createElement('style', { dangerouslySetInnerHTML: { __html: STYLE } });
