import { parsePlaceKey } from '../engines/place';
import type { SamePerson } from '../people/second-person';
import { event } from '../record/event-table';
import type { DataIn, EventIn } from '../record/event-table';

/** Something that a person saw and no rule would: it is a finding because he says so. */
export interface Raised {
  readonly seq: number;
  readonly at: string;
  readonly by: { readonly id: string; readonly name: string };
  /** The place, part, slot or face that it is about, as `aboutPlace` and the others name it. */
  readonly about: string;
  readonly text: string;
  readonly decided?: {
    readonly reason: string;
    readonly by: string;
    readonly at: string;
    readonly samePerson: SamePerson | null;
  };
}
export interface RaisedState {
  readonly raised: readonly Raised[];
}
export const NOTHING_RAISED: RaisedState = { raised: [] };

export const RAISED_EVENTS = {
  findingRaised: event<Pick<Raised, 'about' | 'text'>, RaisedState>()(
    1,
    ({ raised }, data, { seq, at, by }) => ({
      raised: [...raised, { ...data, seq, at, by: { id: by.id, name: by.name } }],
    }),
  ),
  raisedDecided: event<
    { readonly raised: number; readonly reason: string; readonly samePerson: SamePerson | null },
    RaisedState
  >()(1, (state, { raised, reason, samePerson }, { at, by }) => ({
    raised: state.raised.map((each) =>
      each.seq === raised ? { ...each, decided: { reason, samePerson, by: by.name, at } } : each,
    ),
  })),
};
export type RaisedEventData = DataIn<typeof RAISED_EVENTS>;
export type RaisedEvent = EventIn<typeof RAISED_EVENTS>;

/** Raised and not decided, on these sheets; what is about no place is on all of them. */
export const openRaised = ({ raised }: RaisedState, sheets?: readonly string[]): readonly Raised[] =>
  raised.filter(({ decided, about }) => {
    const [what, key = ''] = about.split(' ');
    const sheet = what === 'place' ? parsePlaceKey(key)?.characteristic : undefined;
    return decided === undefined && (sheets === undefined || sheet === undefined || sheets.includes(sheet));
  });
