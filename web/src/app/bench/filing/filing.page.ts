import {
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  inject,
  input,
  signal,
  untracked,
} from '@angular/core';
import { Router, RouterLink } from '@angular/router';
import { placeWords, unitWord } from '@oak-gate/contract';
import {
  currentPin,
  filingBoard,
  nanometres,
  NM_PER,
  placeKey,
  placeOf,
  placeStatus,
  ringSets,
  sheetPlaces,
  showExact,
  unitOfSheet,
} from '@oak-gate/core';
import type { FilingSchool, JobDraft, LengthUnit, RingSet } from '@oak-gate/core';
import { Store } from '@ngrx/store';
import { BlindLooks } from '../../state/blind-looks';
import { JobDesk } from '../../state/job-desk';
import { sessionFeature } from '../../state/session.feature';
import { Asker } from '../../ui/asker';
import { FORM_IMPORTS } from '../../ui/form-imports';
import { ProblemNote } from '../../ui/problem-note';
import { UnitChoice } from '../../ui/unit-choice';
import { againstFiling, beforeFiling, bySourcesUnit } from '../filing-words';
import { CutBand } from '../cut-band';
import { FilingChoice, FILING_TOOLS } from './filing-choice';
import {
  axisOf,
  filedSheet,
  filingLines,
  inHand,
  loadWords,
  minutesFor,
  relationWarnings,
  ringRows,
} from './filing-view';
import { HopLine } from './hop-line';
import { PartAssigner } from '../swap/part-assigner';
import { PartSwap, REFUSED } from '../swap/part-swap';
import { SwapBoard } from '../swap/swap-board';
import { limitWords, staysWords } from '../swap/swap-view';

/** How many strokes before the goal a round stops: metal cannot be put back. */
const STOP_SHORT = 2;
/** Where nobody knows what a stroke takes off, the first round is a short one. */
const FIRST_STROKES = 2;
const SCHOOLS: readonly { readonly kind: FilingSchool['kind']; readonly words: string }[] = [
  { kind: 'tight', words: 'tight side' },
  { kind: 'middle', words: 'middle' },
  { kind: 'loose', words: 'loose side' },
];

/** Rings that are filed: which goes where before anything is taken off, then how much of which, in the order of work. */
@Component({
  selector: 'app-filing-page',
  imports: [...FORM_IMPORTS, CutBand, HopLine, ProblemNote, RouterLink, SwapBoard],
  providers: [PartAssigner],
  templateUrl: './filing.page.html',
  styleUrl: './filing.page.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class FilingPage {
  private readonly desk = inject(JobDesk);
  private readonly asker = inject(Asker);
  private readonly router = inject(Router);
  private readonly units = inject(UnitChoice);
  private readonly person = inject(Store).selectSignal(sessionFeature.selectPerson);
  protected readonly choice = inject(FilingChoice);
  protected readonly job = inject(BlindLooks).job;
  protected readonly tools = FILING_TOOLS;
  protected readonly schools = SCHOOLS;
  protected readonly unitWord = unitWord;
  /** Which sheet; the first one whose parts are filed where nothing is said. */
  readonly sheet = input<string>();
  /** The slot of the ring in hand: the same page stands on a second tablet at the grinder. */
  readonly ring = input<string>();

  protected readonly characteristic = computed(() => {
    const job = this.job();
    return job === undefined ? undefined : filedSheet(job, this.sheet());
  });
  protected readonly unit = computed((): LengthUnit => {
    const [job, characteristic] = [this.job(), this.characteristic()];
    return job === undefined || characteristic === undefined
      ? 'mm'
      : (this.units.of(characteristic.id) ?? unitOfSheet(job, characteristic));
  });
  protected readonly board = computed(() => {
    const [job, characteristic] = [this.job(), this.characteristic()];
    if (job === undefined || characteristic === undefined) return undefined;
    const [school, tool] = [this.choice.school(), this.choice.tool()];
    return filingBoard(job, characteristic, {
      ...{ school, tool, stopShort: STOP_SHORT },
      who: this.person()?.id ?? '',
    });
  });
  protected readonly lines = computed(() => {
    const [job, board] = [this.job(), this.board()];
    return job === undefined || board === undefined ? [] : filingLines(job, board.rings, this.unit());
  });
  protected readonly axis = computed(() => {
    const to = axisOf(this.lines());
    return [0, 0.25, 0.5, 0.75, 1].map((share) => Number((share * to).toPrecision(3)));
  });
  protected readonly minutes = computed(() => {
    const board = this.board();
    return board === undefined ? undefined : minutesFor(board.rings, board.learnt);
  });
  protected readonly learntWords = computed(() => {
    const { rate, gaps } = this.board()?.learnt ?? { rate: null, gaps: 0 };
    if (rate === null) return 'a stroke of yours with it is not known yet';
    const per = NM_PER[this.unit()];
    const mean = Number((rate.mean / per).toPrecision(2));
    return `${mean} ${unitWord(this.unit())} a stroke of yours, from ${gaps} ${gaps === 1 ? 'gap' : 'gaps'}`;
  });

  // Which ring goes in which bore.
  protected readonly swap = new PartSwap<RingSet>({
    job: this.job,
    sets: (locked) => {
      const [job, characteristic] = [this.job(), this.characteristic()];
      return job === undefined || characteristic === undefined ? [] : ringSets(job, characteristic, locked);
    },
    name: ({ groove, member }) => `${groove} ${member}`,
    title: (set) => this.titleOf(set),
    limit: (set) => limitWords(set, this.unit()),
    rows: (job, set, order) => ringRows(job, set, order, this.unit()),
    load: loadWords,
    many: 'rings',
  });
  /** Of the rings for which nothing can be proposed it is said why. */
  protected readonly staysWords = computed(() => {
    const [job, characteristic] = [this.job(), this.characteristic()];
    return job === undefined || characteristic === undefined
      ? ''
      : staysWords(
          ringSets(job, characteristic, this.swap.locked()).flatMap(({ rings }) => rings),
          'rings',
        );
  });

  // The ring in hand.
  protected readonly line = computed(() => {
    const lines = this.lines();
    return (
      lines.find(({ ring }) => ring.slot === this.ring()) ??
      (this.ring() === undefined ? lines[0] : undefined)
    );
  });
  private readonly more = signal<{ readonly slot: string; readonly by: number }>({ slot: '', by: 0 });
  protected readonly strokes = computed(() => {
    const line = this.line();
    if (line === undefined) return 0;
    const { next } = line.ring;
    const advised = next.kind === 'file' ? Math.max(1, next.strokes ?? FIRST_STROKES) : FIRST_STROKES;
    const { slot, by } = this.more();
    return Math.max(1, advised + (slot === line.ring.slot ? by : 0));
  });
  protected readonly hand = computed(() => {
    const [job, line, board] = [this.job(), this.line(), this.board()];
    return job === undefined || line === undefined || board === undefined
      ? undefined
      : inHand(job, line, this.strokes(), board.learnt, this.unit());
  });
  protected readonly against = computed(() => {
    const [job, line] = [this.job(), this.line()];
    if (job === undefined || line === undefined) return [];
    const byUnit = line.ring.places.flatMap((key) => {
      const place = placeOf(job, key);
      return place === undefined ? [] : (bySourcesUnit(job, placeStatus(job, place)) ?? []);
    });
    const sheet = this.characteristic()?.id ?? '';
    return [
      ...new Set([
        ...againstFiling(job, line.ring.part.id),
        ...beforeFiling(job, line.ring.part.kind),
        ...byUnit,
      ]),
    ].concat(relationWarnings(job, line, sheet, this.unit()));
  });
  protected readonly canFile = computed(() => {
    const kind = this.line()?.ring.next.kind;
    return kind === 'file' || kind === 'noBlade';
  });
  /** The edges were dressed: ticked anew for each round. */
  protected readonly dressed = signal(false);
  private tickedFor = '';
  protected readonly tookMinutes = signal<number | null>(null);
  protected readonly refused = signal<
    { code: string; title: string; where: string; next: string } | undefined
  >(undefined);
  protected readonly printLink = computed(() => {
    const [job, sheet] = [this.job(), this.characteristic()];
    return job === undefined || sheet === undefined
      ? ''
      : `/api/jobs/${job.id}/slips.pdf?sheet=${sheet.id}${schoolQuery(this.choice.school())}&tool=${encodeURIComponent(this.choice.tool())}`;
  });

  constructor() {
    effect(() => {
      const { slot, condition } = this.line()?.ring.part ?? { slot: null, condition: 0 };
      const inHand = `${slot ?? ''} ${condition}`;
      untracked(() => {
        // What was ticked is of this ring and this round, whatever else comes in meanwhile.
        if (this.tickedFor === inHand) return;
        this.tickedFor = inHand;
        this.dressed.set(false);
        this.tookMinutes.set(null);
      });
    });
  }

  /** Without a proposal the list is all that is said. */
  protected readonly headline = computed(() => {
    const files = this.lines().filter(
      ({ ring }) => ring.next.kind === 'file' || ring.next.kind === 'noBlade',
    ).length;
    const beyond = this.lines().filter(
      ({ ring }) => ring.next.kind === 'noAmount' || ring.next.kind === 'tooLoose',
    ).length;
    const due = this.lines().filter(({ ring }) => ring.next.kind === 'measure').length;
    const said = [
      ...(files === 0 ? [] : [`${files} ${files === 1 ? 'ring' : 'rings'} to file`]),
      ...(due === 0 ? [] : [`${due} to measure`]),
      ...(beyond === 0 ? [] : [`${beyond} beyond filing`]),
    ].join(', ');
    return said === ''
      ? this.isMeasured()
        ? 'Nothing to file.'
        : 'Measure the rings first.'
      : `${said.charAt(0).toUpperCase()}${said.slice(1)}.`;
  });
  private readonly isMeasured = computed(() => {
    const [job, sheet] = [this.job(), this.characteristic()];
    return (
      job !== undefined &&
      sheet !== undefined &&
      sheetPlaces(job, sheet.id).every((place) => {
        const { state } = placeStatus(job, place);
        return state !== 'notTaken' && state !== 'spent' && state !== 'withheld';
      })
    );
  });
  protected readonly givenGap = computed(() => {
    const school = this.choice.school();
    return school.kind === 'gap' ? showExact(school.value, this.unit()) : '';
  });
  protected readonly firstPlace = computed(() => this.line()?.ring.places[0] ?? this.anyPlace());
  private anyPlace(): string | undefined {
    const [job, sheet] = [this.job(), this.characteristic()];
    const [place] = job === undefined || sheet === undefined ? [] : sheetPlaces(job, sheet.id);
    return place === undefined ? undefined : placeKey(place);
  }

  protected take(slot: string): void {
    const sheet = this.characteristic()?.id;
    void this.router.navigate([], { queryParams: { sheet, ring: slot }, replaceUrl: true });
  }
  protected step(by: number): void {
    const slot = this.line()?.ring.slot ?? '';
    const now = this.more();
    const had = now.slot === slot ? now.by : 0;
    if (this.strokes() + by >= 1) this.more.set({ slot, by: had + by });
  }
  protected gapFrom(text: string): void {
    const per = NM_PER[this.unit()];
    const value = Number(text.replace(',', '.')) * per;
    if (Number.isFinite(value) && value > 0)
      this.choice.take({ school: { kind: 'gap', value: nanometres(Math.round(value)) } });
  }
  protected schoolOf(kind: FilingSchool['kind']): void {
    if (kind !== 'gap') this.choice.take({ school: { kind } });
  }

  /** So many strokes were taken: the ring is measured again at every station. */
  protected async done(): Promise<void> {
    const [job, line] = [this.job(), this.line()];
    if (job === undefined || line === undefined || !this.dressed()) return;
    const { part, places } = line.ring;
    const strokes = this.strokes();
    const draft = (although: string): JobDraft => ({
      ...{ type: 'reworkPart', part: part.id, what: 'filed', basedOn: part.condition },
      how: `one end, towards the inside, edges dressed${although === '' ? '' : `; filed all the same: ${although}`}`,
      round: { strokes, tool: this.choice.tool(), minutes: this.tookMinutes() },
    });
    const against = this.against();
    const hand = (although: string) => {
      const problem = this.desk.handIn(draft(although), job);
      if (problem === undefined)
        void this.router.navigate(['/jobs', job.id, 'place'], { queryParams: { place: places[0] } });
      return problem;
    };
    if (against.length === 0) {
      hand('');
      return;
    }
    await this.asker.ask({
      title: `${line.name}: filed all the same`,
      lines: against,
      fields: [{ key: 'although', label: 'Why it was filed all the same', kind: 'text' }],
      submit: `${strokes} strokes taken`,
      act: ({ although }) => Promise.resolve(hand(although ?? '') === undefined ? undefined : REFUSED),
    });
  }

  private titleOf({ groove, member }: RingSet): string {
    const job = this.job();
    const layout = job === undefined ? undefined : currentPin(job)?.model.layout;
    if (layout === undefined) return '';
    const at = { groove, member };
    return placeWords(layout, { characteristic: '', at }).ring;
  }
}
const schoolQuery = (school: FilingSchool): string =>
  school.kind === 'gap' ? `&gap=${school.value}` : `&school=${school.kind}`;
