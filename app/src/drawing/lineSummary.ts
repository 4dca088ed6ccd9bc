import type { SignalLine } from '@ergon/core/verdict/signalLine';
import { stopsLabel } from '@ergon/core/measure/stops';
import { powerOnDial } from '@ergon/core/exposure/powerScale';

export const purposeOf = (line: SignalLine): string => {
  const { purpose, place } = line.light.settings;
  return [purpose, place].filter(Boolean).join(' · ');
};

/** Where somebody would walk to it; what it is for where no place is recorded. */
export const placeOf = ({ light: { settings } }: SignalLine): string => settings.place ?? settings.purpose ?? '';

/** What is set in the air: "ch 11 · ID 27", or the kind of wire. */
export function airSummary(
  line: SignalLine,
  sender: { channel?: number | null; networkId?: number | null } | undefined,
): string {
  if (sender) {
    const id = sender.networkId == null ? '' : sender.networkId === 0 ? ' · no ID' : ` · ID ${sender.networkId}`;
    return `ch ${sender.channel ?? '?'}${id}`;
  }
  const { link } = line.light.settings;
  return link === 'cable' ? 'cable' : link === 'shoe' ? 'on the body' : '';
}

/** What the unit itself is set to, short: "11·27·C", "eye S1", "on body". */
export function hearerSummary(
  line: SignalLine,
  hearer: { channel?: number | null; networkId?: number | null; group?: string | null },
): string {
  const { link, eye } = line.light.settings;
  if (link === 'eye') return `eye ${eye ?? '?'}`;
  if (link === 'shoe') return 'on body';
  if (link === 'cable') return 'cable';
  const parts = [hearer.channel ?? '?', hearer.networkId === 0 ? '-' : hearer.networkId, hearer.group];
  return parts.filter((part) => part != null).join('·');
}

/** As the light's own display writes it. */
export function powerSummary({ light }: SignalLine): string {
  const { mode, power } = light.settings;
  if (mode === 'ttl') return 'TTL';
  return power == null ? '?' : (powerOnDial(power, light.profile.power) ?? stopsLabel(power));
}
