import { layoutReason, placeKey, placesOf } from '@oak-gate/core';
import type { JobState } from '@oak-gate/core';
import { CATALOGUE, DemoJob } from '../../testing/demo-job';
import { sheetViews } from '../ui/sheet-view';
import { moved } from './grid-moves';

/** The demo's V8 with everything that ships measured on it, where it has it. */
function everything(): JobState {
  const { job } = new DemoJob('M8-52', 'SM-52-rev-4', 'M8-00001');
  const [pin] = job.pins;
  const characteristics = CATALOGUE.filter((each) => placesOf(pin!.model.layout, each).length > 0);
  return { ...job, pins: [{ ...pin!, characteristics }] };
}
test('what has no cylinder is drawn as well: every place of every sheet once, and the hand reaches it', () => {
  const job = everything();
  const { characteristics, model } = job.pins[0]!;
  const views = sheetViews(
    job,
    characteristics.map(({ id }) => id),
  );
  expect(views.map(({ title }) => title)).toEqual(characteristics.map(({ name }) => name));
  for (const [i, view] of views.entries()) {
    const drawn = view.blocks.flatMap(({ groups }) =>
      groups.flatMap(({ lines }) =>
        lines.flatMap(({ cells }) => cells.flatMap((cell) => cell?.status.key ?? [])),
      ),
    );
    const places = placesOf(model.layout, characteristics[i]!);
    expect([view.title, drawn.sort()]).toEqual([view.title, places.map(placeKey).sort()]);
    // From any place the arrows lead to every other.
    const [first] = places.filter((place) => layoutReason(model.layout, place) === undefined);
    const reached = new Set([placeKey(first!)]);
    for (const from of reached)
      for (const move of ['left', 'right', 'up', 'down'] as const)
        reached.add(moved(model.layout, characteristics, places, from, move));
    expect([view.title, reached.size]).toEqual([
      view.title,
      places.filter((place) => layoutReason(model.layout, place) === undefined).length,
    ]);
  }
});
