import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { MatExpansionModule } from '@angular/material/expansion';
import { Router, RouterLink } from '@angular/router';
import { DIAMETER_WORDS, jobOpenedView, libraryView } from '@oak-gate/contract';
import type { ModelSummary, RouteSummary } from '@oak-gate/contract';
import { DIAMETER_BASES } from '@oak-gate/core';
import { Api } from '../state/api';
import type { ApiProblem } from '../state/api';
import { newId } from '../state/new-id';
import { Field } from '../ui/field';
import { ProblemNote } from '../ui/problem-note';
import { isSaid, StillMissing, unsaid } from '../ui/still-missing';
import { askBeforeClosing } from '../ui/unsaved';
import type { HoldsUnsaved } from '../ui/unsaved';

interface JobDraft {
  /** Empty: the first that there is. */
  readonly route: string;
  readonly number: string;
  readonly model: string;
  readonly serial: string;
  readonly duty: string;
  readonly reason: string;
  readonly oversize: string;
  readonly pistonMaterial: string;
  readonly ringPartNumber: string;
  readonly ringMaker: string;
  readonly measuredBore: string;
  readonly diameterBasis: string;
  readonly serialRemark: string;
  readonly buildDate: string;
  readonly hoursSinceNew: string;
  readonly hoursSinceOverhaul: string;
}
const EMPTY: JobDraft = {
  route: '',
  number: '',
  model: '',
  serial: '',
  duty: '',
  reason: '',
  oversize: '',
  pistonMaterial: '',
  ringPartNumber: '',
  ringMaker: '',
  measuredBore: '',
  diameterBasis: '',
  serialRemark: '',
  buildDate: '',
  hoursSinceNew: '',
  hoursSinceOverhaul: '',
};
/** What limits may depend on: asked for when a row needs it. */
const OPTIONAL = [
  'oversize',
  'measuredBore',
  'diameterBasis',
  'pistonMaterial',
  'ringMaker',
  'ringPartNumber',
  'buildDate',
  'serialRemark',
] as const satisfies readonly (keyof JobDraft)[];
const textOrNull = (text: string): string | null => (text.trim() === '' ? null : text.trim());
/** Hours as they are typed: null where nothing is, undefined where something else than a number is. */
const hoursOf = (text: string): number | null | undefined =>
  text.trim() === ''
    ? null
    : /^\d+([.,]\d+)?$/.test(text.trim())
      ? Number(text.trim().replace(',', '.'))
      : undefined;
const noHours = (name: string, text: string): ApiProblem => ({
  code: 'NOT_HOURS',
  title: `"${text}" is no number of hours`,
  where: name,
  next: 'Write digits, with a point or a comma before tenths, or leave it empty.',
});

/** Opens a job on an engine serial: who the engine is, why it came, and what it will be judged by. */
@Component({
  selector: 'app-open-job-page',
  imports: [Field, MatExpansionModule, RouterLink, ProblemNote, StillMissing],
  templateUrl: './open-job.page.html',
  styleUrl: './open-job.page.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class OpenJobPage implements HoldsUnsaved {
  private readonly api = inject(Api);
  private readonly router = inject(Router);
  protected readonly models = signal<readonly ModelSummary[] | undefined>(undefined);
  protected readonly draft = signal<JobDraft>(EMPTY);
  protected readonly problem = signal<ApiProblem | undefined>(undefined);
  protected readonly busy = signal(false);
  protected readonly serialHint = computed(() => {
    const model = this.models()?.find(({ id }) => id === this.draft().model);
    return model === undefined ? '' : `like ${model.serials}`;
  });
  protected readonly modelChoices = computed(() =>
    (this.models() ?? []).map(({ id, maker, name }) => ({ value: id, label: `${maker} ${name}` })),
  );
  private readonly routes = signal<readonly RouteSummary[]>([]);
  /** Those for this class of engine; asked only where there is a choice. */
  protected readonly routeChoices = computed(() => {
    const model = this.models()?.find(({ id }) => id === this.draft().model);
    const fitting = this.routes().filter(
      ({ classes }) => model === undefined || classes?.includes(model.engineClass) !== false,
    );
    return this.routes().length > 1 ? fitting.map(({ id, covers }) => ({ value: id, label: covers })) : [];
  });
  protected readonly bases = [
    { value: '', label: 'the best that is known' },
    ...DIAMETER_BASES.map((value) => ({ value, label: DIAMETER_WORDS[value] })),
  ];
  private readonly commandId = newId();
  protected readonly missing = computed(() => {
    const { number, model, serial, duty, route } = this.draft();
    return unsaid({
      'job number': isSaid(number),
      'engine model': isSaid(model),
      serial: isSaid(serial),
      duty: isSaid(duty),
      'what is overhauled': this.routeChoices().length === 0 || isSaid(route),
    });
  });
  protected readonly complete = computed(() => this.missing().length === 0);
  /** How much of what limits may depend on is said. */
  protected readonly known = computed(() => {
    const draft = this.draft();
    return OPTIONAL.filter((name) => isSaid(draft[name])).length;
  });
  /** A serial that was refused is explained in one of the folded fields. */
  protected readonly isOdd = computed(() => this.problem()?.code === 'SERIAL_NOT_OF_MODEL');

  constructor() {
    askBeforeClosing(this);
    void this.look();
  }
  private async look(): Promise<void> {
    const answer = await this.api.get('/api/library', libraryView);
    if (!answer.ok) {
      this.problem.set(answer.problem);
      return;
    }
    const { models, routes } = answer.value;
    this.models.set(models);
    this.routes.set(routes);
  }
  unsaved(): string | undefined {
    return this.draft() === EMPTY
      ? undefined
      : 'The job is not opened yet: what you wrote about it is not kept.';
  }
  protected change(part: Partial<JobDraft>): void {
    this.draft.update((draft) => ({ ...draft, ...part }));
    // What an engine of another class is overhauled by is not offered for this one.
    const { route } = this.draft();
    if (route !== '' && !this.routeChoices().some(({ value }) => value === route))
      this.draft.update((draft) => ({ ...draft, route: '' }));
  }
  protected async open(): Promise<void> {
    const draft = this.draft();
    const [sinceNew, sinceOverhaul] = [hoursOf(draft.hoursSinceNew), hoursOf(draft.hoursSinceOverhaul)];
    if (sinceNew === undefined || sinceOverhaul === undefined) {
      this.problem.set(
        sinceNew === undefined
          ? noHours('hours since new', draft.hoursSinceNew)
          : noHours('hours since overhaul', draft.hoursSinceOverhaul),
      );
      return;
    }
    this.busy.set(true);
    const answer = await this.api.post(
      '/api/jobs',
      {
        id: this.problem() === undefined ? this.commandId : newId(), // a changed form is another command
        ...(draft.route === '' ? {} : { route: draft.route }),
        job: { number: draft.number.trim(), duty: draft.duty.trim(), reason: draft.reason.trim() },
        engine: {
          model: draft.model,
          serial: draft.serial.trim(),
          oversize: draft.oversize.trim(),
          buildDate: textOrNull(draft.buildDate),
          pistonMaterial: textOrNull(draft.pistonMaterial),
          ringPartNumber: textOrNull(draft.ringPartNumber),
          ringMaker: textOrNull(draft.ringMaker),
          measuredBore: draft.measuredBore.trim(),
          diameterBasis: draft.diameterBasis === '' ? null : draft.diameterBasis,
          serialRemark: textOrNull(draft.serialRemark),
          hoursSinceNew: sinceNew,
          hoursSinceOverhaul: sinceOverhaul,
        },
      },
      jobOpenedView,
    );
    this.busy.set(false);
    if (!answer.ok) {
      this.problem.set(answer.problem);
      return;
    }
    this.draft.set(EMPTY);
    await this.router.navigate(['/jobs', answer.value.jobId]);
  }
}
