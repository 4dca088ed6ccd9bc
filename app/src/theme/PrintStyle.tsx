import { createElement } from 'react';

/**
 * A page as it is printed: black on white, all of it, without what is only there to be touched. Drawings get their colours
 * from the theme, which is the one of highest contrast while the page is printed. A row that opens is what it says, and stays.
 */
const STYLE = `
@media print {
  @page { margin: 14mm; @bottom-right { content: counter(page) ' of ' counter(pages); font: 10pt sans-serif; } }
  html, body, #root, #root div:has([role='main']), [role='main'], [role='main'] > div {
    display: block !important; height: auto !important; min-height: 0 !important; flex: none !important; overflow: visible !important;
  }
  html, body { background: #fff !important; }
  #root :not(svg, svg *) { background-color: transparent !important; color: #000 !important; border-color: #000 !important; }
  [role='navigation'], nav, [role='button'], button, [role='status'], [role='radiogroup'], [role='switch'],
  [aria-label='Print'], a[target], input, textarea {
    display: none !important;
  }
  [role='group'] > [role='button'][aria-expanded], [role='listitem'] > [role='button'][aria-expanded] {
    display: flex !important;
  }
}`;

export const PrintStyle = () => createElement('style', { dangerouslySetInnerHTML: { __html: STYLE } });
