import type { DataSource } from 'typeorm';
import { CrewStates } from './crewStates.ts';
import { Feed } from './feed.ts';
import { Presence } from './presence.ts';
import { OperationTaker } from './takeOperations.ts';

/** What holds, takes and tells the crews' operations. */
export interface CrewServices {
  states: CrewStates;
  taker: OperationTaker;
  feed: Feed;
  presence: Presence;
}

export function createCrewServices(source: DataSource): CrewServices {
  const states = new CrewStates(source);
  const feed = new Feed(source);
  return { states, feed, presence: new Presence(source), taker: new OperationTaker(source, states, feed) };
}
