import { NextLook } from '../../../screens/NextLook';

export default function FixOfNextLook() {
  return <NextLook place="fix" title="Fix" />;
}
