import { CrewsAndKit1700000000001 } from './0001-crews-and-kit.ts';
import { LooksAndTests1700000000002 } from './0002-looks-and-tests.ts';
import { Events1700000000006 } from './0006-events.ts';
import { Operations1700000000005 } from './0005-operations.ts';
import { AttitudeOfTests1700000000004 } from './0004-attitude-of-tests.ts';
import { MembersAndGuests1700000000007 } from './0007-members-and-guests.ts';
import { OneChangeOfMembers1700000000009 } from './0009-one-change-of-members-at-a-time.ts';
import { WhatACrewStores1700000000008 } from './0008-what-a-crew-stores.ts';
import { DocumentsAt21700000000003 } from './0003-documents-at-2.ts';

/**
 * In the order they run. What a landed migration makes is never edited; each of its statements can be run again, since
 * a start may be killed after any of them.
 */
export const MIGRATIONS = [
  CrewsAndKit1700000000001,
  LooksAndTests1700000000002,
  DocumentsAt21700000000003,
  AttitudeOfTests1700000000004,
  Operations1700000000005,
  Events1700000000006,
  MembersAndGuests1700000000007,
  WhatACrewStores1700000000008,
  OneChangeOfMembers1700000000009,
] as const;
