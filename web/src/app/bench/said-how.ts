import { choicesHere, depthAsked } from '@oak-gate/core';
import type {
  Characteristic,
  Layout,
  Place,
  SaidCondition,
  SaidDepth,
  SaidTemperatures,
  Station,
  TakenText,
} from '@oak-gate/core';

/** How a sheet is measured: in which state, how deep at each station, how warm, and with what its gauge was set. */
export type SaidHow = Pick<TakenText, 'setting'> & {
  readonly conditions: readonly SaidCondition[];
  readonly depths?: Readonly<Record<string, SaidDepth>>;
  readonly temperatures?: SaidTemperatures;
  /** When they were read, in ms: parts warm up, and what is an hour old is asked again. */
  readonly warmAt?: number;
};
export const WARM_FOR = 3_600_000;

/** The stations whose depth is asked on a sheet, in the order of the layout. */
export function stationsAsked(
  layout: Layout,
  characteristic: Characteristic,
  places: readonly Place[],
): readonly Station[] {
  const asked = new Set(places.flatMap((place) => depthAsked(layout, characteristic, place) ?? []));
  return layout.stations.filter((station) => asked.has(station));
}

/** Whether something that a reading here must say was not said yet. */
export function isUnsaid(
  layout: Layout | undefined,
  characteristic: Characteristic,
  place: Place,
  { conditions: said, setting, depths, temperatures, warmAt = 0 }: SaidHow,
  now = Date.now(),
): boolean {
  const { conditions = [] } = characteristic;
  const station = layout === undefined ? undefined : depthAsked(layout, characteristic, place);
  return (
    conditions.some((each) => {
      const is = said.find(({ condition }) => condition === each.id)?.is;
      return layout === undefined || !choicesHere(layout, each).some(({ id }) => id === is);
    }) ||
    (characteristic.setting !== undefined && setting === undefined) ||
    (station !== undefined && depths?.[station.id] === undefined) ||
    (characteristic.temperatures !== undefined && (temperatures === undefined || now - warmAt >= WARM_FOR))
  );
}
