import { noting } from '@ergon/core/operation/dialling';
import { entryField } from '@ergon/core/operation/edit';
import { settingEdits } from '@ergon/core/operation/editsOf';
import { FINDER_KINDS } from '@ergon/core/prove/frameFinder';
import type { Body, Light } from '@ergon/core/rig/rig';
import { curtainOf, isOverSync } from '@ergon/core/shot/curtain';
import {
  FIRE_CAUTION,
  finderFoundText,
  type FinderOf,
  finderTryText,
  framesLeftText,
  tailNeedsText,
} from '@ergon/core/words/proveWording';
import type { Names } from '@ergon/core/words/settingWords';
import type { ReactNode } from 'react';
import { StyleSheet, View } from 'react-native';
import { Block } from '../components/Block';
import { Button } from '../components/Button';
import { Choice } from '../components/Choice';
import { Page } from '../components/Page';
import { Words } from '../components/Words';
import { ReadOnly } from '../event/ReadOnly';
import { useIsReadOnly } from '../event/useTonight';
import { useRig } from '../rig/Rig';
import { byLabel } from '../rig/byLabel';
import type { JudgedLook } from '../rig/judgedLook';
import { LookList } from '../screens/LookList';
import { LookPage } from '../screens/LookPage';
import { space } from '../theme/tokens';
import { KeptFindings } from '../power/KeptFindings';
import { useFinder } from './useFinder';

/** The fastest clean shutter of a body with a light, or its longest tail delay, found by test frames. */
export const FinderPage = () => <LookPage title="Test frames" of={FinderOfLook} />;

const KIND_LABELS = { sync: 'Fastest shutter', tail: 'Tail delay' } as const;

function FinderOfLook({ judged }: { judged: JudgedLook }) {
  const { names } = useRig();
  const { rig } = judged.judgement;
  const readOnly = useIsReadOnly(judged.look.event);
  const ours = ({ id }: { id: string }) => !rig.strangers.has(id);
  const order = byLabel(names);
  const lights = rig.lights.filter(ours).sort((a, b) => order(a.id, b.id));
  const bodies = rig.bodies.filter(ours);
  const title = {
    title: 'Test frames',
    subtitle: judged.look.name,
    before: <LookList current={judged.look.id} place="fire" />,
  };
  if (lights.length === 0 || bodies.length === 0)
    return (
      <Page {...title}>
        <Words>A light and a body of yours must be in this look to take test frames with.</Words>
      </Page>
    );
  if (readOnly)
    return (
      <Page {...title}>
        <ReadOnly event={judged.look.event} />
      </Page>
    );
  return <Search judged={judged} lights={lights} bodies={bodies.map(({ id }) => id)} title={title} />;
}

interface SearchProps {
  judged: JudgedLook;
  lights: readonly Light[];
  bodies: readonly string[];
  title: { title: string; subtitle: string; before: ReactNode };
}

function Search({ judged, lights, bodies, title }: SearchProps) {
  const { names, rig } = useRig();
  const finder = useFinder({
    crew: rig?.crew.id ?? '',
    look: judged.look.id,
    lights: lights.map(({ id }) => id),
    bodies,
  });
  const { search, state } = finder;
  const light = lights.find(({ id }) => id === search.light)!;
  const body = judged.judgement.rig.bodies.find(({ id }) => id === search.body)!;
  const keep = useKeep(judged, light, search);
  const needs = needsFirst(light, body, search, names);
  const sentence =
    state.next === null
      ? finderFoundText(search, state.found, names)
      : finderTryText(search, state.next, body.settings.shutter ?? null, names);
  return (
    <Page
      {...title}
      footer={
        needs === null && (
          <FinderFoot
            finder={finder}
            light={light.id}
            onKeep={state.found === null ? null : () => keep(state.found!)}
          />
        )
      }
    >
      <FinderChoices finder={finder} lights={lights} bodies={bodies} />
      <Block label="Test frame">
        <Words as="sentence" tone="onBlock" live>
          {needs ?? sentence}
        </Words>
        {needs === null && state.next !== null && (
          <Words tone="quietOnBlock">{`Is part of the frame dark? ${framesLeftText(state.left)}.`}</Words>
        )}
      </Block>
      <KeptFindings
        unit={light.unit}
        only={[entryField(search.kind === 'sync' ? 'realSyncs' : 'realTails', search.body)]}
        readOnly={false}
      />
      <Words as="small" tone="quiet">
        {FIRE_CAUTION}
      </Words>
    </Page>
  );
}

/** What must be known or set before a frame can tell anything; null where nothing must. */
function needsFirst(light: Light, body: Body, search: FinderOf, names: Names): string | null {
  // A limit is one of a link, and counts only on that.
  if (search.kind === 'sync')
    return light.settings.link == null
      ? `Note first how ${names.unit(light.id)} is told to fire: a limit is one of its link.`
      : null;
  const { tauUs, openUs } = curtainOf(body);
  const isSlow = tauUs !== null && openUs !== null && !isOverSync(tauUs, openUs);
  return isSlow ? tailNeedsText(search, names) : null;
}

type Finder = ReturnType<typeof useFinder>;

function FinderChoices({ finder, lights, bodies }: Pick<SearchProps, 'lights' | 'bodies'> & { finder: Finder }) {
  const { names } = useRig();
  const { search } = finder;
  return (
    <>
      <Choice
        label="Looked for"
        options={FINDER_KINDS.map((value) => ({ value, label: KIND_LABELS[value] }))}
        value={search.kind}
        onChoose={(kind) => finder.choose({ kind })}
      />
      <Choice
        label="Light"
        options={lights.map(({ id }) => ({ value: id, label: names.unit(id) }))}
        value={search.light}
        onChoose={(id) => finder.choose({ light: id })}
      />
      {bodies.length > 1 && (
        <Choice
          label="Camera"
          options={bodies.map((id) => ({ value: id, label: names.unit(id) }))}
          value={search.body}
          onChoose={(body) => finder.choose({ body })}
        />
      )}
    </>
  );
}

interface FinderFootProps {
  finder: Finder;
  light: string;
  /** Null where nothing is found that can be kept. */
  onKeep: (() => void) | null;
}

/** Under the thumb: what the test frame showed. */
function FinderFoot({ finder, light, onKeep }: FinderFootProps) {
  const { names } = useRig();
  const { state } = finder;
  const keep = () => {
    onKeep!();
    finder.again();
  };
  return (
    <View style={styles.foot}>
      {state.next !== null && (
        <View style={styles.answers}>
          <View style={styles.answer}>
            <Button label="Part is dark" onPress={() => finder.see(true)} />
          </View>
          <View style={styles.answer}>
            <Button label="All is lit" onPress={() => finder.see(false)} />
          </View>
        </View>
      )}
      {onKeep && <Button kind="act" label="Keep it" hint={names.unit(light)} onPress={keep} />}
      {finder.hasAnswers && <Button kind="quiet" label="The last answer was wrong" onPress={finder.back} />}
    </View>
  );
}

/** Kept on the light, for every look; a delay is set in this look at once. */
function useKeep({ look, judgement }: JudgedLook, light: Light, { kind, body }: FinderOf) {
  const { rig, queue, names } = useRig();
  const { id, settings } = light;
  return (found: string | number) => {
    const who = { by: rig?.member.name ?? '', at: new Date().toISOString() };
    const set = judgement.rig.placed.get(body)?.settings.shutter;
    const shutter = set === 'bulb' ? null : (set ?? null);
    queue.submit(`test frames of ${names.unit(id)}`, (state) => {
      if (kind === 'sync')
        return noting(state, id, entryField('realSyncs', body), {
          link: settings.link!,
          cleanTo: String(found),
          ...who,
        });
      const delay = {
        unit: id,
        setting: 'tailDelayUs',
        from: settings.tailDelayUs ?? null,
        to: Number(found),
      } as const;
      return [
        ...noting(state, id, entryField('realTails', body), { delayUs: Number(found), shutter, ...who }),
        ...settingEdits(state, look.id, [delay]),
      ];
    });
  };
}

const styles = StyleSheet.create({
  foot: { gap: space.small, maxWidth: 620 },
  answers: { flexDirection: 'row', gap: space.small },
  answer: { flex: 1, maxWidth: 360 },
});
