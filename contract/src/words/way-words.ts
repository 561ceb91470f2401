import type { Way } from '@oak-gate/core';

/** How a way is called, where the front of this engine is called by name. */
export function wayWords(way: Way, frontLabel: string): string {
  const words: Readonly<Record<Way, string>> = {
    front: `to the ${frontLabel}`,
    rear: 'to the rear',
    left: 'to the left',
    right: 'to the right',
    frontLeft: 'front, left',
    frontRight: 'front, right',
    rearLeft: 'rear, left',
    rearRight: 'rear, right',
    groovesOut: 'grooves out',
    groovesIn: 'grooves in',
  };
  return words[way];
}
