import type { PlateFault } from './serial-plate';

/** Where in a model's file something is: `['layout', 'stations', 1, 'distance']`. */
export type ModelPath = readonly (string | number)[];
export type ModelFault = { readonly path: ModelPath } & (
  | { readonly fault: 'missing' }
  | { readonly fault: 'none' }
  | { readonly fault: 'noSize'; readonly text: string }
  | { readonly fault: 'plate'; readonly plate: PlateFault }
  | { readonly fault: 'notEven' }
  | { readonly fault: 'idTwice'; readonly id: string }
  | { readonly fault: 'nameTwice'; readonly name: string }
  | { readonly fault: 'samePlace'; readonly name: string }
  | {
      readonly fault: 'unknown';
      readonly what: 'bank' | 'cylinder' | 'station' | 'ring' | 'kind of part';
      readonly id: string;
    }
  | { readonly fault: 'noMember'; readonly groove: string; readonly member: string }
  | { readonly fault: 'forNothing' }
  | { readonly fault: 'noStation'; readonly name: string }
  | { readonly fault: 'stationTwice' }
  | { readonly fault: 'travelTurned' }
  | { readonly fault: 'underNoHead' | 'underTwoHeads' | 'onNoPin' | 'onTwoPins'; readonly name: string }
  | { readonly fault: 'noCount'; readonly most: number }
  | { readonly fault: 'lifeTwice'; readonly counts: 'hours' | 'cycles' }
  | { readonly fault: 'asksNothing' }
  | { readonly fault: 'bothWays'; readonly characteristic: string }
  | { readonly fault: 'kindTwice'; readonly kind: string }
  | { readonly fault: 'noAxis'; readonly kind: string; readonly axis: string }
);
