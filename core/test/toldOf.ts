/** All that is said of a look, line by line, as a crew would read it. */
import { planEventAir } from '../src/air/eventAir';
import { airChanges } from '../src/air/airChanges';
import { cardsOf, leftOn } from '../src/cards/cards';
import { dealRounds, stopsOf } from '../src/cards/rounds';
import { allWays, type FitChoice, fitMatrix } from '../src/fit/fit';
import { whatWouldHelp } from '../src/fit/fitNeeds';
import { planEventGroups } from '../src/groups/eventGroups';
import { groupChanges, groupTable } from '../src/groups/groupChanges';
import { fixesFor, wantLessFor } from '../src/mend/fixes';
import { leastWork } from '../src/mend/leastWork';
import { needFor } from '../src/mend/need';
import type { Archetype } from '../src/describe/archetypes';
import { abilityLines } from '../src/describe/profileAbilities';
import { allQuestions, guidedQuestions, withAnswer } from '../src/describe/profileQuestions';
import { propose } from '../src/propose/propose';
import { openPairs, testOrder } from '../src/prove/testOrder';
import { proofsOf } from '../src/verdict/proof';
import { orderSentence, pressedBy, pressName } from '../src/words/proveWording';
import { causeChain } from '../src/shot/causeChain';
import { framePreview, syncLimits } from '../src/shot/framePreview';
import { evenly, stripLayout } from '../src/verdict/lineStrip';
import { linesOf } from '../src/verdict/signalLine';
import { firstCheck } from '../src/cards/firstCheck';
import type { Wish } from '../src/propose/wish';
import type { Look } from '../src/record/look';
import type { OnAir } from '../src/record/onAir';
import { airOf } from '../src/rig/otherCrews';
import { indexKit, type Kit, type KitIndex, type KitItem } from '../src/rig/rig';
import type { Judgement } from '../src/verdict/judge';
import {
  airSheet,
  givenUpText,
  netSentence,
  planSentence,
  touchedSentence,
  unknownText,
} from '../src/words/airWording';
import { changedText, firstCheckText, leftText, lineName, lineValue, noteText } from '../src/words/cardWording';
import { whereText as placeText } from '../src/words/cardWording';
import { findingText } from '../src/words/findingWording';
import { carriesText, fitNeedText, wayText } from '../src/words/fitWording';
import { groupSentence, outOfReachText } from '../src/words/groupWording';
import { controlSentence, fallbackText, lossTexts, missingText } from '../src/words/proposalWording';
import { sendersText, toldText } from '../src/words/proposalWording';
import { durationText } from '../src/words/saying';
import type { Names } from '../src/words/settingWords';
import { chainText, framePreviewText, syncLimitText } from '../src/words/workWording';
import { boundText, lookUpLines, needLines, visitsOf, workSentence } from '../src/words/workWording';
import { changeLines, costText, lineSentence, namesOf, needText, verdictText, whereText } from '../src/words/wording';

/** Judgements a plan may use up: few, so that all of it is read off in seconds. */
const BUDGET = 60;

export interface Told {
  kit: Kit;
  looks: readonly Look[];
  onAir?: readonly OnAir[];
}

const round = (value: number | null): string => (value === null ? '-' : String(Number(value.toFixed(3))));
/** One thing and what belongs to it, on one line. */
const line = (of: string, parts: readonly (string | null | undefined)[], by = ' / '): string =>
  [of, ...parts].filter(Boolean).join(by);

/** Every light of every shot, and when what comes. */
export function shotLines({ shots, verdicts }: Judgement, names: Names): string[] {
  return [
    ...verdicts
      .filter(({ verdict }) => verdict !== 'dark')
      .map((one) => {
        const numbers = [one.share, one.chance, one.stopsOff, one.atUs, one.lastUs].map(round).join(' ');
        const open = one.unknown.map(({ unit, field }) => `${unit}.${field}`).join(' ');
        return `${one.unit} for ${one.shot} ${one.attitude}: ${verdictText(one)} ${whereText(one, names)} [${numbers} ${one.darkEdge ?? '-'}] ${open}`;
      }),
    ...shots.map(({ body, attitude, timeline }) =>
      line(
        `${body.id} ${attitude}`,
        timeline.map(({ atUs, kind, unit, ...more }) => [round(atUs), kind, unit, ...Object.values(more)].join(' ')),
      ),
    ),
  ];
}

/** What is wrong, why, and what would mend it. */
export function findingLines(judgement: Judgement, names: Names): string[] {
  return judgement.findings.map((finding) => {
    const { what, why, evidence } = findingText(finding, names);
    const told = evidence.map(({ label, value }) => `${label} ${value}`).join(', ');
    const need = needFor(judgement.rig, finding);
    const mends = [
      ...fixesFor(judgement, finding).map(
        (fix) => `do (${costText(fix, names)}): ${changeLines(fix.changes, names).join('; ')}`,
      ),
      ...wantLessFor(judgement, finding).map((fix) => `or: ${changeLines(fix.changes, names).join('; ')}`),
      ...(need ? [needText(need)] : []),
    ];
    return line(`${finding.severity} ${finding.code} ${finding.subject}: ${what} ${why} (${told})`, mends);
  });
}

export function workLines({ rig }: Judgement, names: Names): string[] {
  const work = leastWork(rig, { budget: BUDGET });
  return [
    line(`${workSentence(work, names)} ${boundText(work)}`, [
      ...visitsOf(rig, work).map(
        ({ unit, walkSeconds, changes }) =>
          `${unit ?? 'camera'} ${round(walkSeconds)}: ${changeLines(changes, names).join('; ')}`,
      ),
      ...needLines(work, names),
      ...work.wants.map(({ changes }) => `or want less: ${changeLines(changes, names).join('; ')}`),
      ...lookUpLines(work, names),
    ]),
  ];
}

export function cardTexts({ rig, findings }: Judgement, names: Names): string[] {
  const cards = cardsOf(rig, findings);
  const { seconds, stops } = dealRounds(stopsOf(cards), 2);
  return [
    `two people: ${durationText(seconds)}, ${stops.map((own) => own.flatMap(({ units }) => units).join(' ')).join(' | ')}`,
    ...cards.map((card) =>
      line(`${card.unit}, ${placeText(card)}: ${leftText(card)} ${leftOn(card)}`, [
        ...card.lines.map((one) => {
          const value = lineValue(card.placed, one.setting, one.planned, names);
          return line(one.state, [`${lineName(one.setting)}: ${value}`, changedText(card.placed, one, names)], ' ');
        }),
        ...card.notes.map((note) => noteText(note, names)),
      ]),
    ),
  ];
}

/** Every line as it is drawn and read aloud, what led to the light, and how it looks in the frame. */
export function lineTexts(judgement: Judgement, names: Names): string[] {
  const { rig, shots } = judgement;
  return shots.flatMap((shot) => {
    const lines = linesOf(judgement, shot);
    const limits = syncLimits(
      rig,
      shot,
      lines.map(({ light }) => light.id),
    );
    return lines.map((one) => {
      const run = shot.runs.get(one.light.id)!;
      const frame = framePreview(shot, run);
      const limit = limits.get(one.light.id);
      const { segments, barX } = stripLayout(one, evenly(320, one.stations.length), 0);
      const check = firstCheck(rig, one.light, shot.body.id, { result: 'dark', wrong: null });
      return line(lineSentence(one, names), [
        chainText(causeChain(shot, one.light.id), names),
        frame && framePreviewText(frame),
        limit && syncLimitText(limit),
        firstCheckText(check, rig.placed.get(check.unit)!, names),
        segments.map(({ x1, x2, kind }) => `${round(x1)}-${round(x2)} ${kind}`).join(' '),
        round(barX),
      ]);
    });
  });
}

export function orderLines(judgement: Judgement, names: Names): string[] {
  const { rig } = judgement;
  const { presses, exact } = testOrder(openPairs(rig, proofsOf(judgement, [])));
  const pressed = presses.map(
    (press) => `${pressName(press)} ${pressedBy(press, names)} proves ${press.proves.join(' ')}`,
  );
  return [line(orderSentence({ presses, exact }), pressed)];
}

/** A sort of gear: what it begins with, what is asked of it with every first answer given, and what it is then said to do. */
export function sortLines({ id, base }: Archetype, { families }: KitIndex): string[] {
  const context = { families, systems: ['k', 'v'], sockets: ['pc', 'jack'], archetype: id };
  let profile = base(id);
  const asked: string[] = [];
  const next = () =>
    allQuestions(profile, context).find((question) => !asked.some((text) => text.startsWith(`${question.id}: `)));
  for (let question = next(); question; question = next()) {
    const options = question.options?.(profile, context).map(({ value }) => value) ?? [];
    const isGuided = guidedQuestions(profile, context).includes(question);
    asked.push(`${question.id}: ${question.text} ${options.join(' ')}${isGuided ? ' (at first)' : ''}`);
    const [first] = options;
    const answer = question.kind === 'many' ? options.map(String) : (first ?? (question.kind === 'number' ? 1 : 'x'));
    profile = withAnswer(profile, question, answer, context);
  }
  return [
    line(id, [JSON.stringify(base(id)), ...asked]),
    JSON.stringify(profile),
    JSON.stringify(abilityLines(profile, families)),
  ];
}

/** The channels and letters of an event with these looks. */
export function eventLines({ kit: plain, looks, onAir = [] }: Told): string[] {
  const kit = indexKit(plain);
  const names = namesOf(plain, onAir);
  const of = { kit, event: looks[0]!.event, looks, onAir };
  const plan = planEventAir(of);
  const changed = (all: ReturnType<typeof airChanges>) =>
    all.flatMap(({ look, changes }) => changeLines(changes, names).map((line) => `${look}: ${line}`));
  return [
    planSentence(plan),
    ...plan.nets.map((net) =>
      [netSentence(net, names), touchedSentence(net, names), givenUpText(net, names), unknownText(net)].join(' '),
    ),
    ...airSheet(plan, airOf(of, onAir), names).map(({ heading, lines }) => `${heading}: ${lines.join('; ')}`),
    ...changed(airChanges(plan, looks)),
    ...planEventGroups(of).flatMap(({ task, plan: letters }) => [
      letters ? groupSentence(letters) : 'no letters',
      ...(letters ? [JSON.stringify(groupTable(task, letters))] : []),
      ...task.outOfReach.map((one) => outOfReachText(one, names)),
      ...(letters ? changed(groupChanges(task, letters, looks)) : []),
    ]),
  ];
}

const itemsOf = (kit: KitIndex, kind: KitItem['profile']['kind']): KitItem[] =>
  [...kit.units.values()]
    .map((unit) => ({ unit, profile: kit.profiles.get(unit.profile)! }))
    .filter(({ profile }) => profile.kind === kind);

/** Which body fires which flash, by what, and what would help. */
export function fitLines(plain: Kit, where: 'off the camera' | 'anywhere'): string[] {
  const kit = indexKit(plain);
  const names = namesOf(plain);
  const choice: FitChoice = {
    bodies: itemsOf(kit, 'body'),
    flashes: itemsOf(kit, 'flash'),
    triggers: itemsOf(kit, 'trigger'),
    families: kit.families,
    offCamera: where === 'off the camera',
  };
  return fitMatrix(choice).flatMap(({ body, flash, best }) => {
    const [one, other] = [choice.bodies, choice.flashes].map((all, at) =>
      all.find(({ unit }) => unit.id === [body, flash][at])!,
    );
    const needs = whatWouldHelp(choice, one!, other!, best).map((need) => fitNeedText(need, names));
    const way = best ? `${wayText(best.way, names)}: ${carriesText(best)}` : 'no way';
    return [`${body} ${flash}: ${way} (${allWays(choice, one!, other!).length} ways) ${needs.join(' ')}`];
  });
}

/** The looks that are proposed for a wish. */
export function proposalLines(plain: Kit, wish: Wish): string[] {
  const kit = indexKit(plain);
  const names = namesOf(plain);
  const { proposals, exact, missing, unrecorded } = propose(kit, wish);
  return [
    `${proposals.length} ${exact}`,
    ...proposals.flatMap((one) => [
      `${controlSentence(one)} ${sendersText(one, names)} ${one.shutter}`,
      ...one.lights.map((light) =>
        line(light.unit, [toldText(light, one, names), fallbackText(light, one, names)], ' '),
      ),
      ...lossTexts(one, proposals[0]!, wish),
      JSON.stringify(one.units),
    ]),
    ...missing.map((one) => missingText(one, names, (id) => id)),
    ...unrecorded.map(({ unit, field }) => `not recorded: ${unit}.${field}`),
  ];
}
