/** Which settings stand at which station of a line, and how each is edited. */
import { HAND } from '@ergon/core/measure/newId';
import { radiosOf } from '@ergon/core/record/profile';
import { EXPOSURE_MODES, EYE_MODES } from '@ergon/core/record/profileTerms';
import { ATTITUDES, CELLS, CURTAINS, LINKS, MODES, ROLES, SELECTORS, SIGHTS } from '@ergon/core/record/settingTerms';
import { groupPath, isByAir, pairPath, type SettingPath } from '@ergon/core/record/settings';
import type { Stage } from '@ergon/core/rig/codes';
import { channelsOf, groupsOf } from '@ergon/core/rig/net';
import { hearerOf, isBody, type Light, type Placed, radioInUse, type Rig, speaksAsMaster } from '@ergon/core/rig/rig';
import { sendersServing } from '@ergon/core/rig/serving';
import { carrierOf } from '@ergon/core/rig/stack';
import type { SignalLine } from '@ergon/core/verdict/signalLine';
import { APERTURE, asOptions, type Field, ISO, oneOf, onOff, shift, SHUTTER, THIRD, yesNo } from './field';
import { lampFields } from './lampFields';

/** What somebody may note on a unit on the spot. */
const notedOn = (unit: string): Field[] => [
  oneOf(unit, 'cells', CELLS),
  yesNo(unit, 'asleep', 'asleep', 'awake'),
  yesNo(unit, 'broken', 'broken', 'works'),
];

/** Seconds from frame to frame: a burst, a steady pace, a slow one. */
const PACES = [0.1, 0.2, 0.5, 1, 2, 5];

/** Tests a light answered, of ten. */
const SHARES = [0.5, 0.6, 0.7, 0.8, 0.9, 1].map((value) => ({ value, label: `${Math.round(10 * value)} of 10` }));

/** Settings to show at a station; empty where there is nothing to set. */
export function fieldsAt(rig: Rig, line: SignalLine, body: Placed, stage: Stage): Field[] {
  const { light } = line;
  const sender = line.sender === null ? undefined : rig.placed.get(line.sender);
  const hearer = hearerOf(rig, light);
  switch (stage) {
    case 'body':
      return bodyFields(body);
    case 'frame':
      return [
        { unit: body.id, setting: 'shutter', editor: SHUTTER },
        { unit: body.id, setting: 'aperture', editor: APERTURE },
        { unit: body.id, setting: 'iso', editor: ISO },
        oneOf(body.id, 'curtain', CURTAINS),
        {
          unit: body.id,
          setting: 'secondsBetween',
          editor: { kind: 'choice', options: PACES.map((value) => ({ value, label: `${value} s` })) },
        },
        ...(body.settings.secondsBetween == null
          ? []
          : [{ unit: body.id, setting: 'burstFrames', editor: { kind: 'number', from: 2, to: 500 } } as const]),
      ];
    case 'shoe':
      return shoeFields(rig, sender ?? light);
    case 'sender':
      return sender ? senderFields(rig, sender, hearer) : [];
    case 'air':
      if (light.settings.link === 'eye')
        return [seesField(rig, light.id), ...sightFields(light.id), ...pairFields(light, light.settings.sees ?? [])];
      return [...(sender ? airFields(rig, sender) : []), ...reachFields(rig, light), ...senderPairs(rig, light)];
    case 'hearer':
      return hearerFields(rig, line, hearer);
    case 'foot':
      return footFields(rig, light);
    case 'lamp':
      return lampFields(rig, line);
  }
}

function bodyFields(body: Placed): Field[] {
  const types = isBody(body) ? body.profile.shutters.map((shutter) => shutter.type) : [];
  const hasPopup = isBody(body) && body.profile.popup != null && body.profile.popup !== 'none';
  return [
    oneOf(body.id, 'shutterType', types),
    oneOf(body.id, 'exposureMode', EXPOSURE_MODES),
    onOff(body.id, 'flashFiring'),
    ...(hasPopup ? [yesNo(body.id, 'popupUp', 'up', 'down')] : []),
    { unit: body.id, setting: 'attitudes', editor: { kind: 'several', options: asOptions(ATTITUDES) } },
    yesNo(body.id, 'stranger', 'a stranger’s', 'ours'),
    onOff(body.id, 'isoAuto'),
    onOff(body.id, 'wbAuto'),
    onOff(body.id, 'previewOn'),
    onOff(body.id, 'redEye'),
    shift(body.id, 'compensation'),
  ];
}

function shoeFields(rig: Rig, item: Placed): Field[] {
  if (isBody(item)) return [];
  const carrier = carrierOf(rig, item);
  const trigger = carrier?.profile.kind === 'trigger' ? carrier : undefined;
  const order = [item, trigger].find(
    (one) => one?.profile.kind === 'trigger' && (one.profile.startOrder ?? []).length > 0,
  );
  return [
    oneOfUnits(rig, item, 'mount'),
    yesNo(item.id, 'seated', 'home', 'not home'),
    ...(trigger?.profile.kind === 'trigger' && trigger.profile.passThroughSwitch === true
      ? [onOff(trigger.id, 'passThrough')]
      : []),
    ...(order ? [yesNo(order.id, 'startedInOrder', 'in order', 'out of order')] : []),
  ];
}

/** A trigger is no light: it speaks, it listens, or neither. */
const rolesOf = ({ profile }: Placed): readonly string[] =>
  profile.kind === 'trigger' ? ['off', ...new Set(profile.radios.flatMap((radio) => radio.roles))] : ROLES;

/** What is set on a unit that is on no line: a sender in the hand, one that only commands, a spare. */
export function fieldsOfUnit(rig: Rig, placed: Placed): Field[] {
  const radio = radioInUse(placed);
  const letters = radio ? (groupsOf(radio, rig.families.get(radio.family)) ?? []) : [];
  const tells = placed.settings.role === 'master' ? letters : [];
  return [
    ...(isBody(placed) ? [] : [onOff(placed.id, 'on')]),
    ...(speaksAsMaster(placed) ? [oneOfUnits(rig, placed, 'mount')] : []),
    oneOf(placed.id, 'role', rolesOf(placed)),
    ...(placed.profile.kind === 'flash' && placed.profile.lampSwitch !== false ? [onOff(placed.id, 'lamp')] : []),
    ...airFields(rig, placed),
    ...tells.flatMap((letter): Field[] => [
      onOff(placed.id, groupPath(letter, 'on')),
      oneOf(placed.id, groupPath(letter, 'mode'), MODES),
      { unit: placed.id, setting: groupPath(letter, 'power'), editor: { kind: 'stops', floor: -9, step: THIRD } },
    ]),
    ...(tells.length > 0 ? [onOff(placed.id, 'passive')] : []),
    ...(isBody(placed) ? [] : notedOn(placed.id)),
  ];
}

function senderFields(rig: Rig, sender: Placed, hearer: Placed): Field[] {
  const letter = hearer.settings.group;
  const radio = radioInUse(sender);
  const letters = radio ? (groupsOf(radio, rig.families.get(radio.family)) ?? []) : [];
  const group = letter != null && letters.includes(letter) ? letter : null;
  return [
    ...(isBody(sender) ? [] : [onOff(sender.id, 'on')]),
    oneOf(sender.id, 'role', ['off', 'master']),
    ...(group === null
      ? []
      : [
          onOff(sender.id, groupPath(group, 'on')),
          oneOf(sender.id, groupPath(group, 'mode'), MODES),
          {
            unit: sender.id,
            setting: groupPath(group, 'power'),
            editor: { kind: 'stops', floor: -9, step: THIRD },
          } as const,
        ]),
    onOff(sender.id, 'passive'),
    ...(isBody(sender) ? [] : notedOn(sender.id)),
  ];
}

function airFields(rig: Rig, placed: Placed): Field[] {
  const radio = radioInUse(placed);
  const family = radio ? rig.families.get(radio.family) : undefined;
  const channels = (radio && channelsOf(radio, family)) ?? { from: 1, to: 99 };
  const ids =
    radio?.networkId === false || family?.networkIds === 'none' ? null : (family?.networkIds ?? { from: 1, to: 99 });
  return [
    { unit: placed.id, setting: 'channel', editor: { kind: 'number', ...channels } },
    ...(ids
      ? [{ unit: placed.id, setting: 'networkId', editor: { kind: 'number', from: 0, to: ids.to } } as const]
      : []),
    ...(family?.pairing === 'pin'
      ? [{ unit: placed.id, setting: 'pin', editor: { kind: 'number', from: 0, to: 999_999 } } as const]
      : []),
  ];
}

/** A light that hears several senders may stand to each otherwise. */
const senderPairs = (rig: Rig, light: Light): Field[] =>
  isByAir(light.settings)
    ? pairFields(
        light,
        sendersServing(rig, light).map(({ id }) => id),
      )
    : [];

/** What is noted of a light and one other unit, where there is more than one it could be noted of. */
function pairFields({ id, settings }: Light, others: readonly string[]): Field[] {
  if (others.length < 2 && settings.from == null) return [];
  const noted = Object.keys(settings.from ?? {});
  return [...new Set([...others, ...noted])].flatMap((other): Field[] => [
    { unit: id, setting: `from.${other}`, editor: { kind: 'pair' } },
    ...(noted.includes(other)
      ? [
          oneOf(id, pairPath(other, 'sight'), SIGHTS),
          oneOf(id, pairPath(other, 'sightUpright'), SIGHTS),
          metres(id, pairPath(other, 'distanceM'), 500),
          { unit: id, setting: pairPath(other, 'offAxis'), editor: { kind: 'number', from: 0, to: 180 } } as const,
        ]
      : []),
  ]);
}

const metres = (unit: string, setting: SettingPath, to: number): Field => ({
  unit,
  setting,
  editor: { kind: 'number', from: 0, to },
});

/** How a sensor stands to what it must see. */
const sightFields = (light: string): Field[] => [
  oneOf(light, 'sight', SIGHTS),
  oneOf(light, 'sightUpright', SIGHTS),
  yesNo(light, 'covered', 'covered', 'free'),
  yesNo(light, 'inSun', 'in sun', 'in no sun'),
  { unit: light, setting: 'offAxis', editor: { kind: 'number', from: 0, to: 180 } },
  metres(light, 'distanceM', 200),
];

function reachFields(rig: Rig, light: Placed): Field[] {
  const { link } = light.settings;
  if (link === 'cable' || link === 'cord') return [metres(light.id, 'cableM', 100), metres(light.id, 'distanceM', 100)];
  const radio = radioInUse(hearerOf(rig, light as Light));
  const counted = { unit: light.id, setting: 'heardShare', editor: { kind: 'choice', options: SHARES } } as const;
  if (radio && rig.families.get(radio.family)?.medium === 'optical') return [...sightFields(light.id), counted];
  return [metres(light.id, 'distanceM', 500), counted];
}

function hearerFields(rig: Rig, line: SignalLine, hearer: Placed): Field[] {
  const { light } = line;
  const { link } = light.settings;
  const base = [onOff(hearer.id, 'on'), oneOf(hearer.id, 'role', ROLES)];
  if (link === 'eye') return [...base, oneOf(light.id, 'eye', EYE_MODES), ...notedOn(hearer.id)];
  if (!isByAir(light.settings)) return [...base, ...notedOn(hearer.id)];
  const radio = radioInUse(hearer);
  const letters = radio ? (groupsOf(radio, rig.families.get(radio.family)) ?? []) : [];
  const families = radiosOf(hearer.profile).map((one) => one.family);
  return [
    ...base,
    ...(families.length > 1
      ? [
          {
            unit: hearer.id,
            setting: 'family',
            editor: {
              kind: 'choice',
              options: families.map((id) => ({ value: id, label: rig.families.get(id)?.name ?? id })),
            },
          } as const,
        ]
      : []),
    ...airFields(rig, hearer),
    ...(letters.length > 0 ? [oneOf(hearer.id, 'group', letters)] : []),
    ...(hearer.profile.kind === 'trigger' && hearer.profile.selector === true
      ? [oneOf(hearer.id, 'selector', SELECTORS)]
      : []),
    ...notedOn(hearer.id),
  ];
}

function footFields(rig: Rig, light: Placed): Field[] {
  const receivers = [...rig.placed.values()].filter(
    (placed) =>
      placed.profile.kind === 'trigger' && placed.profile.radios.some((radio) => radio.roles.includes('remote')),
  );
  const fields: Field[] = [oneOf(light.id, 'link', LINKS)];
  if (light.settings.link === 'cord') {
    const systems = rig.bodies.map((body) => body.profile.shoe.system).filter((system) => system != null);
    fields.push(oneOf(light.id, 'cord', [...new Set(systems)]));
  }
  if (receivers.length > 0)
    fields.push({
      unit: light.id,
      setting: 'receiver',
      editor: { kind: 'choice', options: receivers.map((one) => ({ value: one.id, label: one.unit.label })) },
    });
  return fields;
}

const oneOfUnits = (rig: Rig, placed: Placed, setting: SettingPath): Field => ({
  unit: placed.id,
  setting,
  editor: {
    kind: 'choice',
    options: [
      ...[...rig.placed.values()]
        .filter((one) => one.id !== placed.id && canCarry(one))
        .map((one) => ({ value: one.id, label: one.unit.label })),
      ...(setting === 'mount' && speaksAsMaster(placed) ? [{ value: HAND, label: 'in the hand' }] : []),
    ],
  },
});

/** A body, or a trigger with something on top. */
const canCarry = (placed: Placed): boolean =>
  isBody(placed) ||
  (placed.profile.kind === 'trigger' && placed.profile.topShoe !== 'none' && placed.profile.foot !== 'none');

/** A body with a flash of its own, for all eyes to see. */
const flashesItself = ({ profile }: Rig['bodies'][number]): boolean =>
  profile.popup != null && profile.popup !== 'none';

const seesField = (rig: Rig, eye: string): Field => ({
  unit: eye,
  setting: 'sees',
  editor: {
    kind: 'units',
    options: [
      ...rig.lights.map((light) => light.id).filter((id) => id !== eye),
      ...rig.bodies.filter(flashesItself).map((body) => body.id),
    ],
  },
});
