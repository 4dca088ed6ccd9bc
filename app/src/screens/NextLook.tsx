import { Redirect } from 'expo-router';
import { Page } from '../components/Page';
import { useTonight } from '../event/useTonight';
import { useJudgedLooks } from '../rig/judgedLook';
import { ToDrills } from '../drill/ToDrills';
import { FirstSteps } from './FirstSteps';
import { nextStep } from './nextStep';

/** A place about one look, asked for without saying which: the one that needs something next, else the first. */
export function NextLook({ place, title }: { place: 'lines' | 'fire' | 'fix'; title: string }) {
  const tonight = useTonight();
  const looks = useJudgedLooks(tonight?.id);
  const button = tonight && nextStep(tonight, looks).button;
  const look = button && 'look' in button ? button.look : looks[0]?.look.id;
  if (look !== undefined) return <Redirect href={{ pathname: `/${place}/[look]`, params: { look } }} />;
  return (
    <Page title={title} subtitle="No look yet">
      <FirstSteps />
      {place === 'fix' && <ToDrills detail="practise on gear that ships with the app" />}
    </Page>
  );
}
