/**
 * The style of an element as the browser of these tests works it out, by a quicker way: that browser asks of every rule whether it is
 * meant, for the element and for all it stands in, and nearly all rules of the app are of one class. A test holds that both come to the same.
 */

type Compute = typeof window.getComputedStyle;

interface Found {
  order: number;
  style: CSSStyleDeclaration;
}

interface Rules {
  /** How many rules there were; rules are added and never changed. */
  count: number;
  byClass: Map<string, Found[]>;
  others: { selector: string; found: Found }[];
}

/** Attributes by which the browser itself shows an element otherwise. */
const MARKS = ['hidden', 'disabled', 'type', 'open'];

const ONE_CLASS = /^\.([\w-]+)$/;

/** In the order in which they stand; of what is for certain media only those for a screen. */
const rulesIn = (sheets: StyleSheetList): CSSStyleRule[] =>
  Array.from(sheets).flatMap(({ cssRules }) =>
    Array.from(cssRules).flatMap((rule) => {
      const { media, cssRules: inner } = rule as CSSMediaRule;
      if (!media) return [rule as CSSStyleRule];
      return Array.from(media).includes('screen') ? (Array.from(inner) as CSSStyleRule[]) : [];
    }),
  );

const countIn = (sheets: StyleSheetList): number =>
  Array.from(sheets).reduce((sum, { cssRules }) => sum + cssRules.length, 0);

function sorted(rules: readonly CSSStyleRule[], count: number): Rules {
  const byClass = new Map<string, Found[]>();
  const others: Rules['others'] = [];
  for (const [order, { selectorText, style }] of rules.entries()) {
    if (!selectorText) continue;
    const [, name] = ONE_CLASS.exec(selectorText) ?? [];
    if (name !== undefined) byClass.set(name, [...(byClass.get(name) ?? []), { order, style }]);
    else if (isKnown(selectorText)) others.push({ selector: selectorText, found: { order, style } });
  }
  return { count, byClass, others };
}

/** What this browser does not know applies to nothing. */
function isKnown(selector: string): boolean {
  try {
    document.documentElement.matches(selector);
    return true;
  } catch {
    return false;
  }
}

function foundFor(element: Element, { byClass, others }: Rules): Found[] {
  const own = [...element.classList].flatMap((name) => byClass.get(name) ?? []);
  const more = others.filter(({ selector }) => element.matches(selector)).map(({ found }) => found);
  return [...own, ...more].sort((a, b) => a.order - b.order);
}

/** The browser's own way. */
export const slowStyle: Compute = window.getComputedStyle.bind(window);

/** @returns what takes its place; the browser's own way is asked only for what an element of a kind looks like without any rule of ours. */
export function quickStyles(): Compute {
  let rules = sorted([], 0);
  const bare = new Map<string, CSSStyleDeclaration>();

  const bareOf = (like: Element): CSSStyleDeclaration => {
    const { localName, namespaceURI } = like;
    const marks = MARKS.filter((name) => like.hasAttribute(name));
    const key = `${namespaceURI} ${localName} ${marks.map((name) => `${name}=${like.getAttribute(name)}`).join(' ')}`;
    let style = bare.get(key);
    if (!style) {
      const element = document.createElementNS(namespaceURI, localName);
      for (const name of marks) element.setAttribute(name, like.getAttribute(name)!);
      // Rules of ours that are for every such element come with the others.
      style = slowStyle(element);
      bare.set(key, style);
    }
    return style;
  };

  const copy = (to: CSSStyleDeclaration, from: CSSStyleDeclaration) => {
    for (const name of Array.from(from))
      to.setProperty(name, from.getPropertyValue(name), from.getPropertyPriority(name));
  };

  /** The one property that comes from what an element stands in. */
  const visibilityOf = (element: Element): string => {
    for (let around: Element | null = element; around; around = around.parentElement) {
      const own =
        (around as HTMLElement).style?.getPropertyValue('visibility') ||
        foundFor(around, rules).reduce((value, { style }) => style.getPropertyValue('visibility') || value, '');
      if (own) return own;
    }
    return 'visible';
  };

  return (element, pseudo) => {
    if (pseudo) return slowStyle(element, pseudo);
    const count = countIn(document.styleSheets);
    if (count !== rules.count) {
      rules = sorted(rulesIn(document.styleSheets), count);
      bare.clear();
    }
    const style = document.createElement('i').style;
    copy(style, bareOf(element));
    for (const { style: found } of foundFor(element, rules)) copy(style, found);
    style.setProperty('visibility', visibilityOf(element));
    copy(style, (element as HTMLElement).style ?? style);
    return style;
  };
}
