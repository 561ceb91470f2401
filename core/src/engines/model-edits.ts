import type { EngineModel } from './engine-model';
import type { Groove, Member } from './groove';
import type { KitItem, Liners, Station } from './layout';
import type { DraftLayout, Drafted, ModelDraft } from './model-draft';

export const MOST_RINGS = 8;
export const MOST_STATIONS = 40;
export const MOST_MEMBERS = 4;
export type DraftStation = Drafted<Station>;

const withLayout = (draft: ModelDraft, change: Partial<DraftLayout>): ModelDraft => ({
  ...draft,
  layout: { ...draft.layout, ...change },
});
type Listed = 'banks' | 'cylinders' | 'grooves' | 'stations' | 'heads' | 'journals';
type Labelled = Listed | 'directions' | 'points' | 'fasteners';

/** Another name for one of a set. Its id stays. */
export function withLabel(draft: ModelDraft, set: Labelled, index: number, label: string): ModelDraft {
  const items: readonly { readonly label: string }[] = draft.layout[set] ?? [];
  return withLayout(draft, {
    [set]: items.map((each, i) => (i === index ? { ...each, label } : each)),
  });
}

/**
 * The first number that no ring, or no station, of this model ever had: rows of documents name them, and what somebody wrote of a
 * ring that was taken out must not hold for the one that came after it.
 */
function nextId(draft: ModelDraft, earlier: readonly EngineModel[], set: 'grooves' | 'stations'): string {
  const prefix = set === 'stations' ? 's' : '';
  const ids = [draft, ...earlier].flatMap(({ layout }) => layout[set].map(({ id }) => id));
  const numbers = ids.flatMap((id) => {
    const found = new RegExp(`^${prefix}(\\d{1,6})$`).exec(id);
    return found === null ? [] : [Number(found[1])];
  });
  return `${prefix}${Math.max(0, ...numbers, draft.everMade?.[set] ?? 0) + 1}`;
}
/** What was made is remembered while the draft lasts, so that one that is taken out at once leaves no id behind. */
const made = (draft: ModelDraft, set: 'grooves' | 'stations', id: string): ModelDraft => ({
  ...draft,
  everMade: { ...draft.everMade, [set]: Number(id.replace(/\D/g, '')) },
});

/** A groove with one ring, behind the others; its gap is taken nowhere yet. */
export function withRing(draft: ModelDraft, label: string, earlier: readonly EngineModel[] = []): ModelDraft {
  const { grooves } = draft.layout;
  if (grooves.length >= MOST_RINGS) return draft;
  const id = nextId(draft, earlier, 'grooves');
  const members = [{ id: 'ring', label: 'ring', kind: 'compression' as const, expander: false }];
  return made(withLayout(draft, { grooves: [...grooves, { id, label, members }] }), 'grooves', id);
}
/** Without a ring: its stations stay, and what is said of it elsewhere goes with it. */
export function withoutRing(draft: ModelDraft, groove: string): ModelDraft {
  // What a kit holds of it is a ring all the same: of which groove is said anew.
  const outside = ({ groove: of, ...item }: KitItem): KitItem =>
    of === undefined || of === groove ? item : { ...item, groove: of };
  const { grooves, stations, notApplicable, kits } = draft.layout;
  return withLayout(draft, {
    ...(kits === undefined
      ? {}
      : { kits: kits.map((kit) => ({ ...kit, contents: kit.contents.map(outside) })) }),
    grooves: grooves.filter(({ id }) => id !== groove),
    stations: stations.map((each) => ({
      ...each,
      members: each.members.filter((member) => member.groove !== groove),
    })),
    notApplicable: notApplicable.filter((each) => each.groove !== groove),
  });
}
/** One nearer the crown (-1) or nearer the pin (+1). */
export function movedRing(draft: ModelDraft, index: number, by: -1 | 1): ModelDraft {
  const grooves = [...draft.layout.grooves];
  const [one, other] = [grooves[index], grooves[index + by]];
  if (one === undefined || other === undefined) return draft;
  grooves[index] = other;
  grooves[index + by] = one;
  return withLayout(draft, { grooves });
}
/** What lies in a groove: of which kind, how many rings or rails, and whether an expander is behind them. */
export function withRingOf(
  draft: ModelDraft,
  groove: string,
  change: { readonly kind?: Member['kind']; readonly members?: number; readonly expander?: boolean },
): ModelDraft {
  const { grooves, stations, notApplicable } = draft.layout;
  const before = grooves.find(({ id }) => id === groove);
  const [first] = before?.members ?? [];
  if (before === undefined || first === undefined) return draft;
  const kind = change.kind ?? first.kind;
  const expander = change.expander ?? first.expander;
  const count = Math.max(1, Math.min(MOST_MEMBERS, Math.floor(change.members ?? before.members.length)));
  const members =
    count === before.members.length
      ? before.members.map((each) => ({ ...each, kind, expander }))
      : membersOf(before, count).map((each) => ({ ...each, kind, expander }));
  const isThere = (member: string): boolean => members.some(({ id }) => id === member);
  return withLayout(draft, {
    grooves: grooves.map((each) => (each.id === groove ? { ...each, members } : each)),
    // A station is for a groove: every ring in it is measured there.
    stations: stations.map((each) => {
      if (!each.members.some((one) => one.groove === groove)) return each;
      const others = each.members.filter((one) => one.groove !== groove);
      return { ...each, members: [...others, ...members.map(({ id }) => ({ groove, member: id }))] };
    }),
    notApplicable: notApplicable.filter((each) => each.groove !== groove || isThere(each.member)),
  });
}
/** Those that were there keep their ids as far as they last. */
function membersOf({ members }: Groove, count: number): readonly Pick<Member, 'id' | 'label'>[] {
  if (count === 1) return [{ id: 'ring', label: 'ring' }];
  const named =
    count === 2
      ? [
          { id: 'upper', label: 'upper rail' },
          { id: 'lower', label: 'lower rail' },
        ]
      : Array.from({ length: count }, (_, i) => ({ id: `r${i + 1}`, label: `rail ${i + 1}` }));
  const kept = members.length > 1 ? members.slice(0, count) : [];
  return [...kept, ...named.filter(({ id }) => !kept.some((each) => each.id === id))].slice(0, count);
}

/** A station with nothing said of it. */
export function withStation(
  draft: ModelDraft,
  said: Pick<DraftStation, 'label' | 'datum' | 'distance'> & { readonly for?: readonly string[] },
  earlier: readonly EngineModel[] = [],
): ModelDraft {
  const { stations } = draft.layout;
  if (stations.length >= MOST_STATIONS) return draft;
  const id = nextId(draft, earlier, 'stations');
  return made(withLayout(draft, { stations: [...stations, { id, members: [], ...said }] }), 'stations', id);
}
/** Without a station, and without the ring travel that ended there. */
export function withoutStation(draft: ModelDraft, station: string): ModelDraft {
  const { stations, ringTravel, notApplicable } = draft.layout;
  const rest = stations.filter(({ id }) => id !== station);
  const { ringTravel: _, ...layout } = draft.layout;
  const isTravel = ringTravel !== undefined && Object.values(ringTravel).includes(station);
  return {
    ...draft,
    layout: {
      ...(isTravel ? layout : draft.layout),
      stations: rest,
      notApplicable: notApplicable.filter((each) => each.station !== station),
    },
  };
}
const withStationAs = (
  draft: ModelDraft,
  station: string,
  to: (each: DraftStation) => DraftStation,
): ModelDraft =>
  withLayout(draft, {
    stations: draft.layout.stations.map((each) => (each.id === station ? to(each) : each)),
  });
export const withStationSaid = (
  draft: ModelDraft,
  station: string,
  said: Partial<Pick<DraftStation, 'label' | 'datum' | 'distance'>>,
): ModelDraft => withStationAs(draft, station, (each) => ({ ...each, ...said }));

/** Whether the gaps of a groove's rings are taken at a station. */
export function withGapsAt(draft: ModelDraft, groove: string, station: string, taken: boolean): ModelDraft {
  const { members = [] } = draft.layout.grooves.find(({ id }) => id === groove) ?? {};
  return withStationAs(draft, station, (each) => ({
    ...each,
    members: [
      ...each.members.filter((one) => one.groove !== groove),
      ...(taken ? members.map(({ id }) => ({ groove, member: id })) : []),
    ],
  }));
}
/** Whether something else is measured at a station: `bore`, `liner`. */
export const withStationFor = (
  draft: ModelDraft,
  station: string,
  purpose: string,
  taken: boolean,
): ModelDraft =>
  withStationAs(draft, station, ({ for: before = [], ...each }) => {
    const purposes = [...before.filter((one) => one !== purpose), ...(taken ? [purpose] : [])];
    return purposes.length === 0 ? each : { ...each, for: purposes };
  });
/** The stations between which the rings run; undefined where nobody says so. */
export function withRingTravel(
  draft: ModelDraft,
  travel: { readonly upper: string; readonly lower: string } | undefined,
): ModelDraft {
  const { ringTravel: _, ...layout } = draft.layout;
  return { ...draft, layout: travel === undefined ? layout : { ...layout, ringTravel: travel } };
}

/**
 * What the bores are of. Liners have points around their collar at which they stand above the deck; those that are pressed in have
 * seats in the block besides, which are stations that somebody says.
 */
export function withLiners(draft: ModelDraft, liners: Liners): ModelDraft {
  const { points = [], stations } = draft.layout;
  const others = points.flatMap((each) => {
    const rest = each.for.filter((purpose) => purpose !== 'liner');
    return rest.length === 0 ? [] : [{ ...each, for: rest }];
  });
  const isThere = points.some((each) => each.for.includes('liner'));
  const none = {
    points: others,
    stations: stations.map((each) => {
      const { for: purposes = [], ...rest } = each;
      const left = purposes.filter((purpose) => purpose !== 'liner');
      return left.length === 0 ? rest : { ...rest, for: left };
    }),
  };
  if (liners === 'none') return withLayout(draft, { liners, ...none });
  return withLayout(draft, { liners, points: isThere ? points : [...points, ...aroundALiner(points)] });
}
const aroundALiner = (taken: readonly { readonly id: string }[]) =>
  [12, 3, 6, 9].map((clock) => ({
    id: taken.some(({ id }) => id === `h${clock}`) ? `liner-h${clock}` : `h${clock}`,
    ...{ label: `${clock} o’clock`, for: ['liner'], clock },
  }));
