import { createElement } from 'react';

/**
 * A page as it is printed: black on white, all of it, without what is only there to be touched. Drawings get their colours
 * from the theme, which is the one of highest contrast while the page is printed.
 */
const STYLE = `
@media print {
  @page { margin: 14mm; }
  html, body, #root, #root div:has([role='main']), [role='main'], [role='main'] > div {
    display: block !important; height: auto !important; min-height: 0 !important; flex: none !important; overflow: visible !important;
  }
  #root div { background-color: transparent !important; color: #000 !important; border-color: #000 !important; }
  [role='navigation'], [role='button'], [role='status'], [role='radiogroup'], [aria-label='Print'], button, a[target] {
    display: none !important;
  }
}`;

export const PrintStyle = () => createElement('style', { dangerouslySetInnerHTML: { __html: STYLE } });
