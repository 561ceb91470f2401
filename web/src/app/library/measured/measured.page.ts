import { ChangeDetectionStrategy, Component, computed, effect, inject, signal } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { ActivatedRoute, Router, RouterLink } from '@angular/router';
import { AXIS_WORDS, libraryView, modelView, partWords, placeWords } from '@oak-gate/contract';
import type { ModelSummary } from '@oak-gate/contract';
import {
  AXES,
  INSTRUMENT_KINDS,
  ONE_INPUT_RULES,
  parsePlaceKey,
  placeKey,
  placesOf,
  PURPOSED_AXES,
  undeclaredAxes,
  USUAL_KINDS,
} from '@oak-gate/core';
import type { Characteristic, EngineModel, Layout, PurposedAxis } from '@oak-gate/core';
import * as z from 'zod';
import { Api } from '../../state/api';
import type { ApiProblem } from '../../state/api';
import { newId } from '../../state/new-id';
import { Choices, Field } from '../../ui/field';
import { ProblemNote } from '../../ui/problem-note';
import { StillMissing } from '../../ui/still-missing';
import { askBeforeClosing } from '../../ui/unsaved';
import type { HoldsUnsaved } from '../../ui/unsaved';
import {
  asCharacteristic,
  EMPTY_MEASURED,
  measuredId,
  measuredMissing,
  measuredOf,
  measuredRequest,
} from './measured-draft';
import type { MeasuredDraft } from './measured-draft';

const TOOL_WORDS: Readonly<Record<(typeof INSTRUMENT_KINDS)[number], string>> = {
  feeler: 'feeler set',
  sizeGauge: 'measuring tool: it shows a size',
  strip: 'plastic strip: with its card',
};
const RULE_WORDS: Readonly<Record<(typeof ONE_INPUT_RULES)[number] | 'difference', string>> = {
  range: 'the largest less the smallest there',
  meanRange: 'the largest mean of a station less the smallest',
  taper: 'how far top and bottom differ',
  choke: 'by how much the top is narrower',
  wear: 'the largest less what it was made to',
  difference: 'one size less another',
};
const MOST_PLACES = 24;

/** Something that a shop measures, made of answers, and tried on a model before it is kept. */
@Component({
  selector: 'app-measured-page',
  imports: [Choices, Field, ProblemNote, RouterLink, StillMissing],
  templateUrl: './measured.page.html',
  styleUrl: './measured.page.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class MeasuredPage implements HoldsUnsaved {
  private readonly api = inject(Api);
  private readonly router = inject(Router);
  private readonly query = toSignal(inject(ActivatedRoute).queryParamMap);
  protected readonly draft = signal<MeasuredDraft>(EMPTY_MEASURED);
  private readonly kept = signal<MeasuredDraft>(EMPTY_MEASURED);
  protected readonly problem = signal<ApiProblem | undefined>(undefined);
  protected readonly busy = signal(false);
  private readonly characteristics = signal<readonly Characteristic[]>([]);
  protected readonly models = signal<readonly ModelSummary[]>([]);
  protected readonly modelId = signal('');
  private readonly model = signal<EngineModel | undefined>(undefined);

  protected readonly knowns = [
    { value: 'measured', label: 'measured with a gauge' },
    { value: 'looked', label: 'looked at: yes or no' },
    { value: 'workedOut', label: 'worked out from other sizes' },
    { value: 'counted', label: 'counted: hours, cycles or starts' },
    { value: 'tightened', label: 'tightened: torque or angle' },
  ];
  protected readonly counts = ['hours', 'cycles', 'starts'].map((value) => ({ value, label: value }));
  protected readonly tightenings = ['torque', 'angle'].map((value) => ({ value, label: value }));
  protected readonly tools = INSTRUMENT_KINDS.map((value) => ({ value, label: TOOL_WORDS[value] }));
  protected readonly axes = AXES.map((value) => ({ value, label: AXIS_WORDS[value] }));
  protected readonly rules = (['difference', ...ONE_INPUT_RULES] as const).map((value) => ({
    value,
    label: RULE_WORDS[value],
  }));
  protected readonly wears = [
    { value: 'grows', label: 'wear makes it larger' },
    { value: 'shrinks', label: 'wear makes it smaller' },
    { value: 'either', label: 'wear may go either way' },
    { value: 'none', label: 'it does not wear' },
  ];
  protected readonly sizes = computed(() =>
    this.characteristics()
      .filter(({ from, unitKind = 'length' }) => from === undefined && unitKind === 'length')
      .map(({ id, name }) => ({ value: id, label: name })),
  );
  protected readonly modelChoices = computed(() =>
    this.models().map(({ id, maker, name }) => ({ value: id, label: `${maker} ${name}` })),
  );
  protected readonly parts = computed(() =>
    [...USUAL_KINDS, ...(this.model()?.layout.partKinds ?? []).map(({ kind }) => kind)].map((value) => ({
      value,
      label: partWords(this.model()?.layout, value)[0],
    })),
  );
  protected readonly ofParts = computed(() =>
    this.parts().filter(({ value }) => this.draft().parts.includes(value)),
  );
  /** Of which of its journals, ways, points and bolts: what the model in hand has sets of. */
  protected readonly alongs = computed(() => {
    const layout = this.model()?.layout;
    return PURPOSED_AXES.filter((axis) => this.draft().axes.includes(axis)).map((axis) => ({
      axis,
      label: `Which ${AXIS_WORDS[axis]}s`,
      options: [
        ...(axis === 'station'
          ? [{ value: '', label: 'those of the rings' }]
          : [{ value: '', label: 'all' }]),
        ...purposesOf(layout, axis).map((value) => ({ value, label: value })),
      ],
      value: this.draft().along[axis] ?? '',
    }));
  });
  protected readonly id = computed(() =>
    measuredId(this.draft().name, new Set(this.characteristics().map(({ id }) => id))),
  );
  protected readonly missing = computed(() => measuredMissing(this.draft()));
  /** What it would be on the model in hand. */
  protected readonly trial = computed(() => {
    const model = this.model();
    if (model === undefined) return undefined;
    const characteristic = asCharacteristic(this.draft(), this.id());
    const none = undeclaredAxes(model.layout, characteristic);
    const places = none.length > 0 ? [] : placesOf(model.layout, characteristic);
    return {
      none: none.map((axis) => AXIS_WORDS[axis]),
      count: places.length,
      places: places.slice(0, MOST_PLACES).map((place) => {
        const found = parsePlaceKey(placeKey(place));
        return found === undefined || Object.keys(found.at).length === 0
          ? 'the whole engine'
          : placeWords(model.layout, found).whole;
      }),
      more: Math.max(0, places.length - MOST_PLACES),
    };
  });

  constructor() {
    askBeforeClosing(this);
    void this.begin();
    effect(() => {
      const id = this.modelId();
      if (id !== '') void this.fetch(id);
    });
  }
  private async begin(): Promise<void> {
    const answer = await this.api.get('/api/library', libraryView);
    if (!answer.ok) {
      this.problem.set(answer.problem);
      return;
    }
    this.characteristics.set(answer.value.characteristics);
    this.models.set(answer.value.models);
    this.modelId.set(answer.value.models[0]?.id ?? '');
    const from = this.query()?.get('from');
    const copied = this.characteristics().find(({ id }) => id === from);
    if (copied !== undefined) {
      this.draft.set(measuredOf(copied));
      this.kept.set(this.draft());
    }
  }
  private async fetch(id: string): Promise<void> {
    const answer = await this.api.get(`/api/library/models/${encodeURIComponent(id)}/versions`, modelView);
    if (!answer.ok) this.problem.set(answer.problem);
    // Another one may have been chosen while this one was on its way.
    else if (this.modelId() === id) this.model.set(answer.value.model);
  }
  unsaved(): string | undefined {
    return JSON.stringify(this.draft()) === JSON.stringify(this.kept())
      ? undefined
      : 'What you said about what is measured is not kept yet.';
  }
  change(part: Partial<MeasuredDraft>): void {
    this.draft.update((draft) => ({ ...draft, ...part }));
  }
  protected changeKnown(known: string): void {
    const unitKind = known === 'counted' ? 'hours' : known === 'tightened' ? 'torque' : 'length';
    this.change({ known: known as MeasuredDraft['known'], unitKind });
  }
  protected alongOf(axis: PurposedAxis, purpose: string): void {
    this.change({ along: { ...this.draft().along, [axis]: purpose } });
  }
  protected async save(): Promise<void> {
    this.busy.set(true);
    const characteristic = measuredRequest(this.draft(), this.id());
    const answer = await this.api.post(
      '/api/library/characteristics',
      { id: newId(), characteristic },
      z.unknown(),
    );
    this.busy.set(false);
    this.problem.set(answer.ok ? undefined : answer.problem);
    if (!answer.ok) return;
    this.kept.set(this.draft());
    await this.router.navigate(['/library'], { queryParams: { tab: 'measured' } });
  }
}

function purposesOf(layout: Layout | undefined, axis: PurposedAxis): readonly string[] {
  if (layout === undefined) return [];
  switch (axis) {
    case 'journal':
      return [...new Set((layout.journals ?? []).map(({ kind }) => kind))];
    case 'station':
      return [...new Set(layout.stations.flatMap(({ for: of = [] }) => of))];
    case 'direction':
      return [...new Set((layout.directions ?? []).flatMap(({ for: of }) => of))];
    case 'point':
      return [...new Set((layout.points ?? []).flatMap(({ for: of }) => of))];
    case 'fastener':
      return [...new Set((layout.fasteners ?? []).flatMap(({ for: of }) => of))];
  }
}
