import { NextLook } from '../../../screens/NextLook';

export default function LinesOfNextLook() {
  return <NextLook place="lines" title="Lines" />;
}
