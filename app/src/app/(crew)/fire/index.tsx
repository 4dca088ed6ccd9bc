import { NextLook } from '../../../screens/NextLook';

export default function FireOfNextLook() {
  return <NextLook place="fire" title="Fire" />;
}
