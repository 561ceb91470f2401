import { ChangeDetectionStrategy, Component, computed, inject, input, output, signal } from '@angular/core';
import { Router } from '@angular/router';
import {
  bankWords,
  betweenText,
  chanceText,
  differenceText,
  headWords,
  placeInJob,
  relativeBoreWords,
  ruleWords,
  unitWord,
  wordsOf,
} from '@oak-gate/contract';
import {
  currentPin,
  gateOfSheet,
  isTrusted,
  opensWithBore,
  own,
  parsePlaceKey,
  setRules,
  sheetPlaces,
  stillTrue,
  waysOfSet,
} from '@oak-gate/core';
import type {
  Characteristic,
  JobState,
  LengthUnit,
  PlaceKey,
  SetBy,
  SetRuleStand,
  SetWhen,
} from '@oak-gate/core';
import { Store } from '@ngrx/store';
import { JobDesk } from '../../state/job-desk';
import { sessionFeature } from '../../state/session.feature';
import { Asker } from '../../ui/asker';
import { Chart } from '../../ui/chart';
import { EnginePlan } from '../../ui/engine-plan';
import { Mark } from '../../ui/mark';
import { setChart } from './set-chart';
import { APART, AXIS, BETWEEN, ROW, setView } from './set-view';
import type { SetPanelView } from './set-view';

const BY_WORDS: Readonly<Record<SetBy, string>> = {
  bank: 'by bank',
  cylinder: 'by cylinder',
  station: 'by station',
};
/** A sheet's readings held against each other: what the set says, drawn and in words. */
@Component({
  selector: 'app-set',
  imports: [Chart, EnginePlan, Mark],
  templateUrl: './set.html',
  styleUrl: './set.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: {
    '[style.--row.px]': 'row',
    '[style.--between.px]': 'between',
    '[style.--axis.px]': 'axis',
    '[style.--apart.px]': 'apart',
  },
})
export class SheetSet {
  private readonly desk = inject(JobDesk);
  private readonly asker = inject(Asker);
  private readonly router = inject(Router);
  private readonly person = inject(Store).selectSignal(sessionFeature.selectPerson);
  readonly job = input.required<JobState>();
  readonly characteristic = input.required<Characteristic>();
  readonly unit = input.required<LengthUnit>();
  readonly selected = input<PlaceKey>();
  /** A place that was pressed: the hand goes there. */
  readonly chosen = output<PlaceKey>();
  readonly closed = output();

  protected readonly row = ROW;
  protected readonly between = BETWEEN;
  protected readonly axis = AXIS;
  protected readonly apart = APART;
  protected readonly unitWord = unitWord;
  protected readonly words = BY_WORDS;
  private readonly wanted = signal<SetBy>('bank');
  protected readonly when = signal<SetWhen>('asLeft');
  protected readonly ways = computed(() => {
    const layout = currentPin(this.job())?.model.layout;
    return layout === undefined ? [] : waysOfSet(layout, this.characteristic());
  });
  protected readonly by = computed(() =>
    this.ways().includes(this.wanted()) ? this.wanted() : (this.ways()[0] ?? 'bank'),
  );
  protected readonly byWords = computed(() => {
    const isOneBank = (currentPin(this.job())?.model.layout.banks.length ?? 0) < 2;
    return (by: SetBy): string => (by === 'bank' && isOneBank ? 'all together' : BY_WORDS[by]);
  });
  protected readonly view = computed(() => {
    const view = setView(this.job(), this.characteristic(), this.by(), this.when(), this.unit());
    return view === undefined
      ? undefined
      : { ...view, panels: view.panels.map((panel) => ({ ...panel, options: setChart(panel) })) };
  });
  /** What holds over readings of this sheet together, what does not, and what nobody can tell. */
  private readonly rules = computed(() => setRules(this.job(), [this.characteristic().id]));
  protected readonly said = computed(() =>
    this.rules()
      .filter(({ kind }) => kind !== 'banks')
      .map((rule) => ({
        id: rule.id,
        words:
          rule.state === 'holds' ? `${this.aboutOf(rule)}: ${rule.row} holds` : ruleWords(this.job(), rule),
        state:
          rule.state === 'holds'
            ? ('in' as const)
            : rule.state === 'broken'
              ? ('loose' as const)
              : ('notProven' as const),
      })),
  );
  private aboutOf({ places }: SetRuleStand): string {
    const [first = ''] = places;
    return placeInJob(currentPin(this.job()), first);
  }
  /** The banks that differ, and what is known of their bores. */
  protected readonly banks = computed(() => {
    const pin = currentPin(this.job());
    const rule = this.rules().find(({ kind }) => kind === 'banks');
    const banks = rule?.banks;
    if (pin === undefined || rule === undefined || banks === undefined) return undefined;
    const unit = this.unit();
    const accepted = own(this.job().acceptedNotes, rule.id);
    const [lead] = banks.rings;
    const lots = [...new Set(banks.rings.flatMap((ring) => ring.lots))];
    return {
      rule,
      headline: bankWords(pin, banks, unit),
      accepted,
      isOpen: banks.bores === undefined && accepted?.pin !== pin.pin,
      toGauge: banks.toGauge ?? [],
      hasSheet: banks.toGauge !== undefined,
      sheet: parsePlaceKey(banks.toGauge?.[0] ?? '')?.characteristic,
      suits:
        banks.suitsAll === undefined
          ? 'not one figure'
          : betweenText(banks.suitsAll.least, banks.suitsAll.most, unit),
      rings: banks.rings.length,
      chance: chanceText(lead?.p ?? 1),
      lots: lots.length === 0 ? 'not said' : lots.join(', '),
      bores: banks.bores === undefined ? '' : differenceText(banks.bores.difference, unit),
      agrees: banks.bores?.agrees,
      by: banks.bores?.by === 'ring' ? 'by one ring' : 'by the bores',
    };
  });
  /** What the set says in one sentence, for who reads nothing else. */
  protected readonly headline = computed(() => {
    const banks = this.banks();
    if (banks !== undefined) return `${banks.headline}.`;
    const view = this.view();
    if (view === undefined || view.taken === 0) return 'Nothing of this sheet can be seen yet.';
    const odd = view.panels.filter((panel) => panel.odds > 0);
    if (odd.length > 0) return oddWords(odd, view.taken);
    const broken = this.said().find(({ state }) => state === 'loose');
    if (broken !== undefined) return `${broken.words}.`;
    if (view.taken < 4) return `${view.taken} taken: too few for anything to stand out.`;
    return `None of ${view.taken} stands out.`;
  });
  protected readonly mayDecide = computed(() => this.person()?.roles.includes('inspector') === true);

  protected look(by: SetBy): void {
    this.wanted.set(by);
  }
  /** To the first bore that the difference waits for, or back to the hand. */
  go(): void {
    const banks = this.banks();
    const first = banks?.toGauge[0];
    const gate = gateOfSheet(this.job().route, banks?.sheet ?? '');
    if (first === undefined) this.closed.emit();
    // On the same bench the hand goes there; else the bores lie on another stage's.
    else if (gate?.sheets.includes(this.characteristic().id) === true) this.chosen.emit(first);
    else void this.router.navigate(['/jobs', this.job().id, 'place'], { queryParams: { place: first } });
  }
  /** The last ring that was carried through the bores for this sheet, and what it says of them as they are. */
  protected readonly carried = computed(() => {
    const job = this.job();
    const layout = currentPin(job)?.model.layout;
    const last = (job.carried ?? []).findLast((each) => each.characteristic === this.characteristic().id);
    if (layout === undefined || last === undefined) return undefined;
    const gaps = stillTrue(job, last);
    return {
      ...last,
      unit: unitWord(last.instrument.unit),
      isTrusted: isTrusted(last),
      gone: last.gaps.length - gaps.length,
      lines: relativeBoreWords(layout, last, gaps),
    };
  });
  protected readonly mayCarry = computed(
    () => opensWithBore(this.characteristic()) && this.job().seal === undefined,
  );
  /** One ring in every bore, at one station: it takes the rings out of the question. */
  protected async carryRing(): Promise<void> {
    const job = this.job();
    const characteristic = this.characteristic();
    const layout = currentPin(job)?.model.layout;
    const gauges = Object.values(job.instruments).filter(({ kind }) => characteristic.tools.includes(kind));
    if (layout === undefined) return;
    const stations = [...new Set(sheetPlaces(job, characteristic.id).flatMap(({ at }) => at.station ?? []))];
    const wanted = this.banks()?.rule.banks?.station;
    await this.asker.ask({
      title: 'Carry one ring through the bores',
      lines: [
        'The same ring, squared at the same depth, in one bore after the other: what its gap differs by is the bores, and not the rings. A bore that is left empty is left out.',
      ],
      fields: [
        { key: 'ring', label: 'Which ring', kind: 'line', hint: 'its number, or how it is marked' },
        {
          ...({ key: 'instrument', label: 'With', kind: 'choice' } as const),
          options: gauges.map(({ id, name, unit }) => ({
            value: id,
            label: `${id}, ${name}, ${unitWord(unit)}`,
          })),
        },
        ...(stations.length === 0
          ? []
          : [
              {
                ...({ key: 'station', label: 'Where', kind: 'choice' } as const),
                ...(wanted === undefined ? {} : { value: wanted }),
                options: stations.map((value) => ({ value, label: headWords(layout, { station: value }) })),
              },
            ]),
        ...layout.cylinders.map(({ id }) => ({
          ...({ key: `gap ${id}`, kind: 'line', optional: true } as const),
          label: `Gap in ${headWords(layout, { cylinder: id })}`,
        })),
      ],
      submit: 'Record it',
      act: (values) => {
        const gaps = layout.cylinders.flatMap(({ id }) => {
          const text = (values[`gap ${id}`] ?? '').trim();
          return text === '' ? [] : [{ cylinder: id, text }];
        });
        const refused = this.desk.handIn(
          {
            ...{ type: 'carryRing', characteristic: characteristic.id, gaps },
            ...{ ring: values['ring'] ?? '', instrument: values['instrument'] ?? '' },
            station: values['station'] ?? null,
          },
          job,
        );
        if (refused === undefined) return undefined;
        const { what, where, next } = wordsOf(refused);
        return { code: refused.code, title: what, where, next };
      },
    });
  }
  protected async setAside(): Promise<void> {
    const banks = this.banks();
    const pin = currentPin(this.job())?.pin;
    if (banks === undefined || pin === undefined) return;
    await this.asker.ask({
      title: 'Set this aside',
      lines: [
        `${banks.headline}.`,
        'Gauging the bores is never wrong. What is set aside is of these readings: when one of them changes, it is asked again.',
      ],
      fields: [{ key: 'reason', label: 'Reason', kind: 'text' }],
      submit: 'Set it aside',
      act: ({ reason = '' }) =>
        this.desk.ask({ type: 'acceptLimitNote', note: banks.rule.id, pin, approval: null, reason }),
    });
  }
}

/** Which cylinders stand out, and on what: all of them are named where they are few. */
function oddWords(panels: readonly SetPanelView[], taken: number): string {
  const names = [...new Set(panels.flatMap(({ odd }) => odd))];
  const [first = '', ...others] = names;
  const count = panels.reduce((sum, { odds }) => sum + odds, 0);
  const who = others.length > 2 ? `${first} and ${others.length} others` : names.join(' and ');
  const where = panels.length === 1 && panels[0] !== undefined ? `, ${panels[0].title.toLowerCase()}` : '';
  return `${who}${where}: ${count} of ${taken} readings ${count === 1 ? 'stands' : 'stand'} out.`;
}
