import { useState } from 'react';
import { Button } from '../components/Button';
import { MemberForm } from './lazyForms';

/** Lets another person of the crew sign in. */
export function AddMember() {
  const [open, setOpen] = useState(false);
  if (!open) return <Button label="Add a member" onPress={() => setOpen(true)} />;
  return <MemberForm onClose={() => setOpen(false)} />;
}
