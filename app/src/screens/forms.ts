/** The forms and the packages behind them, which the bundler puts into one piece. */
export { AddFamily } from '../kit/AddFamily';
export { AddUnits } from '../kit/AddUnits';
export { DocumentBox } from '../kit/DocumentBox';
export { DescribeModel } from '../kit/DescribeModel';
export { FamilyPage } from '../kit/FamilyPage';
export { ModelPage } from '../kit/ModelPage';
export { UnitEditor } from '../kit/UnitEditor';
export { OnAirForm } from '../air/OnAirForm';
export { AroundForm } from '../work/AroundForm';
export { EventForm } from '../event/EventForm';
export { MomentForm } from '../event/MomentForm';
export { MachinePage } from '../machine/MachinePage';
export { Join } from '../members/Join';
export { MembersPage } from '../members/MembersPage';
export { SignIn } from './SignIn';
