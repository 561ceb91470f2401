import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { TestBed } from '@angular/core/testing';
import { route } from '@oak-gate/contract';
import { layoutReason, placeKey, placesOf, sheetPlaces } from '@oak-gate/core';
import type { EngineModel, JobState, Route } from '@oak-gate/core';
import { provideState, provideStore } from '@ngrx/store';
import { CATALOGUE, DemoJob } from '../../testing/demo-job';
import { jobFeature } from '../state/job.feature';
import { JobDesk } from '../state/job-desk';
import { sessionFeature } from '../state/session.feature';
import { Sheet } from '../ui/sheet';
import { BenchHand } from './bench-hand';
import { BenchPlace } from './bench-place';

/** The page of these tests has no sizes that could change. */
class NothingResized {
  observe = jest.fn();
  unobserve = jest.fn();
  disconnect = jest.fn();
}
Object.assign(globalThis, { ResizeObserver: NothingResized });
const root = join(__dirname, '../../../..');
const json = (path: string): unknown => JSON.parse(readFileSync(join(root, path), 'utf8'));
const ROUTES = readdirSync(join(root, 'server/data/routes')).map((name) =>
  route.parse(json(`server/data/routes/${name}`)),
);
const MODELS = readdirSync(join(root, 'demo/models')).map(
  (name) => (json(`demo/models/${name}`) as { readonly model: EngineModel }).model,
);
const ON: readonly (readonly [string, Route, EngineModel])[] = ROUTES.flatMap((each) =>
  MODELS.filter(({ engineClass }) => each.classes?.includes(engineClass) ?? true).map(
    (model) => [`${each.id} on ${model.id}`, each, model] as const,
  ),
);

/** A job of a model on a route, with everything pinned that is measured on it. */
function jobOn(plan: Route, model: EngineModel): JobState {
  const { job } = new DemoJob('VA-4-330', 'SL-88-rev-B', '4330-20417');
  const [pin] = job.pins;
  const sheets = plan.gates.flatMap((gate) => gate.sheets);
  const characteristics = CATALOGUE.filter(
    (each) => sheets.includes(each.id) && placesOf(model.layout, each).length > 0,
  );
  return { ...job, route: plan, pins: [{ ...pin!, model, characteristics }] };
}

test.each(ON)('%s: every place is reached by touch alone', (_name, plan, model) => {
  const job = jobOn(plan, model);
  TestBed.configureTestingModule({
    providers: [
      provideStore(),
      provideState(jobFeature),
      provideState(sessionFeature),
      { provide: JobDesk, useValue: {} },
      BenchHand,
      BenchPlace,
    ],
  });
  const hand = TestBed.inject(BenchHand);
  Object.defineProperty(hand.at, 'job', { value: () => job, configurable: true });
  for (const { stage, sheets } of plan.gates.filter((gate) => gate.sheets.length > 0)) {
    hand.at.stage.set(stage);
    // A press on a clipboard takes its sheet, a press on a cell takes its place.
    const touched = new Set<string>();
    for (const { sheet } of hand.at.clips()) {
      const fixture = TestBed.createComponent(Sheet);
      fixture.componentRef.setInput('job', job);
      fixture.componentRef.setInput('sheets', [sheet]);
      fixture.componentInstance.chosen.subscribe((place) => touched.add(place));
      fixture.detectChanges();
      const element = fixture.nativeElement as HTMLElement;
      for (const button of element.querySelectorAll<HTMLButtonElement>('button')) button.click();
      fixture.destroy();
    }
    const measured = job.pins[0]!.characteristics.filter(
      ({ id, from }) => sheets.includes(id) && from === undefined,
    );
    const missing = measured
      .flatMap(({ id }) => sheetPlaces(job, id))
      .filter((place) => layoutReason(model.layout, place) === undefined)
      .map(placeKey)
      .filter((key) => !touched.has(key));
    expect([stage, missing]).toEqual([stage, []]);
  }
});
