/** The stand-in kit's pages: plain panels of our own, one for each unit. */
import { cardLines } from '@ergon/core/cards/cardLines';
import type { SettingPath, SettingValue } from '@ergon/core/record/settings';
import type { Placed, Rig } from '@ergon/core/rig/rig';
import { lineName } from '@ergon/core/words/cardWording';
import type { StandinKit } from './standinKit.ts';

const STYLE = `
  body { font: 18px/1.4 system-ui, sans-serif; margin: 0; padding: 16px; background: #f3efe4; color: #1b2228; }
  main { max-width: 520px; margin: 0 auto; }
  a { color: inherit; }
  li, form { padding: 10px 0; border-top: 1px solid #c9c1ae; }
  ul { list-style: none; padding: 0; }
  form { display: flex; gap: 8px; align-items: center; }
  label { flex: 1; }
  input, button { font: inherit; min-height: 44px; padding: 0 10px; border: 1px solid #4b535a; border-radius: 6px; }
  input { width: 9em; }
  .fault { color: #8c2a14; }
`;

const escaped = (text: string): string => text.replace(/[&<>"']/g, (character) => `&#${character.charCodeAt(0)};`);

const page = (title: string, body: string): string =>
  `<!doctype html><html lang="en"><head><meta charset="utf-8"><meta name="viewport" content="width=device-width">` +
  `<title>${escaped(title)}</title><style>${STYLE}</style></head><body><main><h1>${escaped(title)}</h1>${body}</main></body></html>`;

/** What a unit's panel lets one set: what a card lists, and what can be wrong with the unit itself. */
function panelSettings(rig: Rig, placed: Placed): SettingPath[] {
  const lines = cardLines(rig, placed).flatMap(({ setting }) => (setting === 'reset' ? [] : [setting]));
  return [...new Set<SettingPath>(['on', ...lines, 'asleep', 'cells'])];
}

/** As it is typed: switches are on or off. */
function writtenValue(value: SettingValue): string {
  if (value == null) return '';
  if (typeof value === 'boolean') return value ? 'on' : 'off';
  return typeof value === 'string' ? value : JSON.stringify(value);
}

export function kitPage(kit: StandinKit): string {
  const rows = kit.placed().map(({ id, unit, settings }) => {
    const state = [
      settings.on === false && 'off',
      settings.asleep && 'asleep',
      settings.cells === 'flat' && 'flat cells',
    ];
    const words = state.filter(Boolean).join(', ');
    return `<li><a href="/units/${id}">${escaped(unit.label)}</a>${words && ` <span class="fault">${words}</span>`}</li>`;
  });
  return page('Stand-in kit', `<p>Simulated gear: nothing here is a real device.</p><ul>${rows.join('')}</ul>`);
}

export function unitPage(kit: StandinKit, placed: Placed, rig: Rig, fault: string | null): string {
  const fields = panelSettings(rig, placed).map((setting) => {
    const value = kit.get(placed.id, setting);
    const written = writtenValue(value);
    const name = escaped(lineName(setting));
    return (
      `<form method="post"><label for="${setting}">${name}</label><input type="hidden" name="setting" value="${setting}">` +
      `<input id="${setting}" name="value" value="${escaped(written)}"><button aria-label="Set ${name}">Set</button></form>`
    );
  });
  const told = fault === null ? '' : `<p class="fault" role="alert">${escaped(fault)}</p>`;
  return page(placed.unit.label, `<p><a href="/">All units</a></p>${told}${fields.join('')}`);
}
