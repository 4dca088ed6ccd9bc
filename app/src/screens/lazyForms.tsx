/** The forms, fetched as one piece with the packages behind them by whichever is shown first. */
import type { ComponentType } from 'react';
import { Lazily, lazily } from '../components/Lazily';

type Forms = typeof import('./forms');

function lazyForm<P extends object>(pick: (forms: Forms) => ComponentType<P>): ComponentType<P> {
  const Form = lazily<P>(() => import('./forms').then(pick));
  return function LazyForm(props: P) {
    return (
      <Lazily>
        <Form {...props} />
      </Lazily>
    );
  };
}

export const AddFamily = lazyForm((forms) => forms.AddFamily);
export const AddUnits = lazyForm((forms) => forms.AddUnits);
export const AroundForm = lazyForm((forms) => forms.AroundForm);
export const DescribeModel = lazyForm((forms) => forms.DescribeModel);
export const DocumentBox = lazyForm((forms) => forms.DocumentBox);
export const EventForm = lazyForm((forms) => forms.EventForm);
export const FamilyPage = lazyForm((forms) => forms.FamilyPage);
export const Join = lazyForm((forms) => forms.Join);
export const MachinePage = lazyForm((forms) => forms.MachinePage);
export const MembersPage = lazyForm((forms) => forms.MembersPage);
export const ModelPage = lazyForm((forms) => forms.ModelPage);
export const MomentForm = lazyForm((forms) => forms.MomentForm);
export const OnAirForm = lazyForm((forms) => forms.OnAirForm);
export const SignIn = lazyForm((forms) => forms.SignIn);
export const UnitEditor = lazyForm((forms) => forms.UnitEditor);
