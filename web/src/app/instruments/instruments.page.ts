import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { instrumentList, samplesView, unitWord } from '@oak-gate/contract';
import type { SamplesView } from '@oak-gate/contract';
import * as z from 'zod';
import { digestOf, isInDate, showExact } from '@oak-gate/core';
import type { Instrument, LengthUnit } from '@oak-gate/core';
import { Store } from '@ngrx/store';
import { Api } from '../state/api';
import type { ApiProblem } from '../state/api';
import { newId } from '../state/new-id';
import { sessionFeature } from '../state/session.feature';
import { Asker } from '../ui/asker';
import { Field } from '../ui/field';
import { ProblemNote } from '../ui/problem-note';
import { isSaid, StillMissing, unsaid } from '../ui/still-missing';
import { WhenPipe } from '../ui/when.pipe';
import { readBlades } from './read-blades';

interface InstrumentDraft {
  readonly id: string;
  readonly name: string;
  readonly kind: string;
  readonly unit: string;
  readonly resolution: string;
  readonly uncertainty: string;
  readonly calibratedOn: string;
  readonly dueOn: string;
  readonly blades: string;
  /** Why one that is registered is changed. */
  readonly reason: string;
}
/** What a gauge of each unit usually shows as its smallest step. */
const SMALLEST: Readonly<Record<string, string>> = { thou: '1', in: '0.001', mm: '0.01', um: '1' };
const EMPTY: InstrumentDraft = {
  id: '',
  name: '',
  kind: 'feeler',
  unit: 'thou',
  resolution: '1',
  uncertainty: '0',
  calibratedOn: '',
  dueOn: '',
  blades: '',
  reason: '',
};

/** What is said of a gauge, as it is typed. */
const figuresOf = ({
  name,
  kind,
  unit,
  resolution,
  uncertainty,
  blades,
}: Omit<Instrument, 'id'>): Partial<InstrumentDraft> => ({
  ...{ name, kind, unit, blades: blades.map(({ text }) => text).join(' ') },
  resolution: showExact(resolution, unit),
  uncertainty: uncertainty === 0 ? '0' : showExact(uncertainty, unit),
});

/** The register: what is measured with, what it really has, and until when it may be used. */
@Component({
  selector: 'app-instruments-page',
  imports: [Field, ProblemNote, WhenPipe, StillMissing],
  templateUrl: './instruments.page.html',
  styleUrl: './instruments.page.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class InstrumentsPage {
  private readonly api = inject(Api);
  private readonly asker = inject(Asker);
  private readonly person = inject(Store).selectSignal(sessionFeature.selectPerson);
  private readonly view = inject(Store).selectSignal(sessionFeature.selectView);
  protected readonly instruments = signal<readonly Instrument[] | undefined>(undefined);
  protected readonly problem = signal<ApiProblem | undefined>(undefined);
  protected readonly draft = signal<InstrumentDraft | undefined>(undefined);
  protected readonly unitWord = (unit: string): string => unitWord(unit as LengthUnit);
  protected readonly kinds = [
    { value: 'feeler', label: 'feeler set' },
    { value: 'sizeGauge', label: 'measuring tool that shows a size' },
    { value: 'strip', label: 'plastic strip with its card' },
  ];
  protected readonly units = [
    { value: 'thou', label: 'thou (0.001 in)' },
    { value: 'in', label: 'in' },
    { value: 'mm', label: 'mm' },
    { value: 'um', label: 'µm' },
  ];
  /** The one that is changed; nothing where a new one is registered. */
  protected readonly changed = signal<Instrument | undefined>(undefined);
  protected readonly samples = signal<SamplesView['instruments']>([]);
  protected readonly sampleChoices = computed(() =>
    this.samples().map(({ id, name, unit }) => ({ value: id, label: `${name}, in ${unitWord(unit)}` })),
  );
  protected readonly mayKeep = computed(
    () => this.person()?.roles.some((role) => role === 'steward' || role === 'manager') === true,
  );
  protected readonly blades = computed(() => readBlades(this.draft()?.blades ?? ''));
  protected readonly missing = computed(() => {
    const draft = this.draft();
    if (draft === undefined) return [];
    const { id, name, resolution, uncertainty, calibratedOn, dueOn, kind, reason } = draft;
    const isNew = this.changed() === undefined;
    return unsaid({
      id: isSaid(id),
      name: isSaid(name),
      [kind === 'strip' ? 'the marks of its card' : 'blades']:
        kind === 'sizeGauge' || this.blades().length > 0,
      'smallest step': isSaid(resolution),
      uncertainty: isSaid(uncertainty),
      'checked on': !isNew || isSaid(calibratedOn),
      'due again on': !isNew || isSaid(dueOn),
      'why it is changed': isNew || isSaid(reason),
    });
  });

  constructor() {
    void this.look();
  }
  private async look(): Promise<void> {
    const answer = await this.api.get('/api/instruments', instrumentList);
    if (answer.ok) this.instruments.set(answer.value);
    else this.problem.set(answer.problem);
  }
  protected start(): void {
    this.draft.set(EMPTY);
    this.changed.set(undefined);
    this.problem.set(undefined);
    void this.api.get('/api/library/samples', samplesView).then((answer) => {
      if (answer.ok) this.samples.set(answer.value.instruments);
    });
  }
  /** What a gauge of its kind usually has; the id and the dates are of the one in the hand. */
  protected copySample(id: string): void {
    const sample = this.samples().find((each) => each.id === id);
    if (sample === undefined) return;
    const { id: _, blades, ...rest } = sample;
    this.change({ ...rest, blades: blades.join(' ') });
  }
  protected copy({ id: _, ...from }: Instrument): void {
    this.start();
    this.change(figuresOf(from));
  }
  protected begin(instrument: Instrument): void {
    this.problem.set(undefined);
    this.changed.set(instrument);
    this.draft.set({ ...EMPTY, id: instrument.id, ...figuresOf(instrument) });
  }
  protected leave(): void {
    this.draft.set(undefined);
    this.changed.set(undefined);
    this.problem.set(undefined);
  }
  protected change(part: Partial<InstrumentDraft>): void {
    this.draft.update((draft) => (draft === undefined ? draft : { ...draft, ...part }));
  }
  /** The smallest step goes with the unit, as long as nobody has written another one. */
  protected changeUnit(unit: string): void {
    const now = this.draft();
    const usual = now?.resolution === SMALLEST[now?.unit ?? ''];
    this.change({ unit, ...(usual ? { resolution: SMALLEST[unit] ?? '' } : {}) });
  }
  protected inDate(instrument: Instrument): boolean {
    return isInDate(instrument, (this.view()?.now ?? new Date().toISOString()).slice(0, 10));
  }
  protected bladeText({ blades }: Instrument): string {
    return blades.map(({ text }) => text).join(' ');
  }
  protected async register(): Promise<void> {
    const draft = this.draft();
    if (draft === undefined) return;
    const { reason, calibratedOn, dueOn, ...said } = draft;
    const instrument = {
      ...said,
      id: draft.id.trim(),
      name: draft.name.trim(),
      blades: draft.kind === 'sizeGauge' ? [] : this.blades(),
    };
    const before = this.changed();
    const answer =
      before === undefined
        ? await this.api.post(
            '/api/instruments',
            { id: newId(), instrument: { ...instrument, calibratedOn, dueOn } },
            z.unknown(),
          )
        : await this.api.post(
            '/api/instruments/changes',
            { id: newId(), instrument, seen: digestOf(before), reason },
            z.unknown(),
          );
    this.problem.set(answer.ok ? undefined : answer.problem);
    if (!answer.ok) return;
    this.draft.set(undefined);
    this.changed.set(undefined);
    await this.look();
  }
  protected async checked({ id, name }: Instrument): Promise<void> {
    await this.asker.ask({
      title: `${name} ${id} was checked`,
      fields: [
        { key: 'calibratedOn', label: 'Checked on', kind: 'date' },
        { key: 'dueOn', label: 'Due again on', kind: 'date' },
        { key: 'certificate', label: 'Certificate', kind: 'line' },
      ],
      submit: 'Record the check',
      act: async (values) => {
        const answer = await this.api.post(
          '/api/instruments/checks',
          { id: newId(), instrument: id, ...values },
          z.unknown(),
        );
        if (!answer.ok) return answer.problem;
        await this.look();
        return undefined;
      },
    });
  }
}
