import { computed, inject, Injectable } from '@angular/core';
import { MatDialog } from '@angular/material/dialog';
import { Router } from '@angular/router';
import { instrumentList, partWords, placeInJob, wordsOf } from '@oak-gate/contract';
import {
  aboutPlace,
  currentPin,
  currentReading,
  isBearingClearance,
  isLinerHeights,
  isPistonClearance,
  lotsInKits,
  leftAsIs,
  PART_FACTS,
  parsePlaceKey,
  partIn,
  placeAt,
  questionsOf,
  reportsAt,
  saidOfKind,
  setRules,
  sheetPlaces,
  slotsOf,
} from '@oak-gate/core';
import type { Characteristic, JobDraft, JobState, NewPart, SlotKey } from '@oak-gate/core';
import { Api } from '../state/api';
import type { ApiProblem } from '../state/api';
import { JobDesk } from '../state/job-desk';
import { Asker } from '../ui/asker';
import { openCheckNotes } from '../ui/check-notes';
import { openPictures } from '../ui/pictures-dialog';
import type { AskField } from '../ui/ask-dialog';
import { askPartFacts } from '../ui/part-facts-ask';
import { settleAsk } from '../ui/settle-ask';
import { BenchHand } from './bench-hand';
import type { BenchPart } from './bench-place';
import { raiseAsk } from '../ui/raise-ask';
import { againstFiling, beforeFiling } from './filing-words';
import { askHow } from './how-ask';
import { stationsAsked } from './said-how';
import type { SaidHow } from './said-how';
import { fitParams } from '../ui/fit-params';

/** A choice that is no gauge: no id has a space at its beginning. */
const TO_REGISTER = ' register';
const WAYS_TO_FILE = ['hand-cranked grinder', 'diamond file', 'cut-off wheel', 'flat file'];
/** What is said at the bench of what is usually done to a part. */
interface ReworkTalk {
  readonly title: string;
  readonly lines: readonly string[];
  readonly ways?: readonly string[];
  readonly how: string;
  readonly submit: string;
}
const REWORK_TALK: Readonly<Partial<Record<string, ReworkTalk>>> = {
  'ring filed': {
    title: 'The ring is filed',
    lines: [
      'Its readings are spent: every station is measured again.',
      'Towards the inside, so that the burr points at the piston; ends square; corners dressed; grit off.',
    ],
    ways: WAYS_TO_FILE,
    how: 'How: about how much, one end or both',
    submit: 'Filed and deburred',
  },
  'bore honed': {
    title: 'The bore was honed',
    lines: ['Every gap in this bore is spent and is measured again.'],
    how: 'How: stone, how much, by whom',
    submit: 'Honed and washed',
  },
};
const REASON: AskField = { key: 'reason', label: 'Reason', kind: 'text' };
const partFields = (one: string): readonly AskField[] => [
  {
    key: 'state',
    label: `The ${one} is`,
    kind: 'choice',
    options: [
      { value: 'new', label: 'new' },
      { value: 'reused', label: 'going back in' },
    ],
  },
  { key: 'partNumber', label: 'Part number', kind: 'line', optional: true },
  { key: 'lot', label: 'Lot or box', kind: 'line', optional: true },
  { key: 'maker', label: 'Maker', kind: 'line', optional: true },
  { key: 'material', label: 'Material', kind: 'line', optional: true },
];
const textOrNull = (text: string | undefined): string | null =>
  text === undefined || text.trim() === '' ? null : text.trim();
/** A part as it was described in a dialog with these fields. */
/** What was read on the bags of the one kit in which such parts came; nobody guesses between two. */
function knownFromKit(
  job: JobState,
  kind: string,
  groove: string | undefined,
): (Readonly<Record<string, string | undefined>> & { readonly words: string }) | undefined {
  const [only, ...others] = lotsInKits(job, kind, groove);
  if (only === undefined || others.length > 0) return undefined;
  const { kit, lot, partNumber } = only;
  return {
    lot,
    partNumber,
    words: `Out of kit ${kit.number}: what was read when it was unpacked stands below.`,
  };
}
const describedIn = ({
  state,
  partNumber,
  lot,
  maker,
  material,
}: Readonly<Record<string, string>>): NewPart => ({
  state: stateOf(state),
  partNumber: textOrNull(partNumber),
  lot: textOrNull(lot),
  maker: textOrNull(maker),
  material: textOrNull(material),
});
const stateOf = (text: string | undefined): 'new' | 'reused' => (text === 'reused' ? 'reused' : 'new');

/** What can be done at the place in hand, besides measuring it. */
@Injectable()
export class BenchActs {
  private readonly hand = inject(BenchHand);
  private readonly desk = inject(JobDesk);
  private readonly asker = inject(Asker);
  private readonly router = inject(Router);
  private readonly api = inject(Api);
  private readonly dialog = inject(MatDialog);

  readonly more = computed((): readonly { readonly label: string; readonly run: () => void }[] => {
    const job = this.hand.at.job();
    const key = this.hand.at.key();
    const status = this.hand.at.status();
    if (job === undefined || key === undefined || status === undefined) return [];
    const reading = currentReading(placeAt(job, key));
    const outside = status.state === 'tight' || status.state === 'loose';
    const when = (holds: boolean, label: string, run: () => void) => (holds ? [{ label, run }] : []);
    return [
      ...this.hand.at.parts().flatMap((each) => [
        ...each.reworks.map((what) => ({
          label: `This ${each.words[0]} was ${what}…`,
          run: () => void this.rework(each, what),
        })),
        { label: `Replace this ${each.words[0]}…`, run: () => void this.replace(each) },
        { label: `What this ${each.words[0]} is…`, run: () => void this.sayWhat(each) },
      ]),
      ...when(
        this.hand.at.characteristic()?.filed !== undefined,
        'What is to be filed, and which goes where',
        () => void this.toFiling(),
      ),
      ...when(this.measures(isLinerHeights), 'Shims for the liners', () => void this.toSheetPage('shims')),
      ...when(
        this.measures(isBearingClearance),
        'Which shells bring it in',
        () => void this.toSheetPage('shells'),
      ),
      ...when(
        this.measures(isPistonClearance),
        'Which piston in which bore',
        () => void this.toSheetPage('pistons'),
      ),
      ...when(outside && !status.conceded, 'What each answer would mean', () => void this.toQuestion(key)),
      ...when(true, 'Photographs of this place…', () => this.pictures()),
      ...when(true, 'Parts, with their papers and lives', () => void this.toSheetPage('parts')),
      ...when(true, 'Raise a question…', () => void this.raise()),
      ...when(true, 'Why this is checked…', () => this.whyChecked()),
      ...when(this.hand.asksHow(), 'How it is measured…', () => void this.sayHow()),
      ...when(this.hand.instrument() !== undefined, 'Another gauge…', () => void this.otherGauge()),
      ...when(outside && !status.conceded, 'Ask for a concession…', () => void this.askConcession()),
      ...when(
        reading !== undefined && reading.inputs === undefined,
        'Void this reading…',
        () => void this.voidReading(),
      ),
      ...when(
        reading?.verdict.acceptable === true &&
          reading.inputs === undefined &&
          leftAsIs(reading) === undefined,
        'Leave it as it is…',
        () => void this.leaveAsIs(),
      ),
      ...when(status.state !== 'deferred', 'Defer this place…', () => void this.defer()),
      ...when(status.state === 'deferred', 'Take it up again', () => this.resume()),
      ...when(status.state === 'notTaken', 'Not applicable here…', () => void this.notApplicable()),
      ...when(true, 'Blank sheets to print', () => {
        window.open(
          `/api/jobs/${job.id}/worksheet.pdf?stage=${this.hand.at.stage() ?? ''}`,
          '_blank',
          'noopener',
        );
      }),
    ];
  });

  /** Why it is measured at all, and what else is said of it. */
  whyChecked(): void {
    const characteristic = this.hand.at.characteristic();
    if (characteristic !== undefined)
      openCheckNotes(this.dialog, { characteristic: characteristic.id, name: characteristic.name });
  }
  /** To the first bore that the difference between the banks waits for. */
  toBores(): void {
    const [job, key] = [this.hand.at.judging(), this.hand.at.key()];
    const rule = (job === undefined ? [] : setRules(job)).find(
      ({ banks, places }) => banks !== undefined && places.includes(key ?? ''),
    );
    const [first] = rule?.banks?.toGauge ?? [];
    if (first !== undefined)
      void this.router.navigate(['/jobs', job?.id, 'place'], { queryParams: { place: first } });
  }
  toFindings(): void {
    void this.router.navigate(['/jobs', this.hand.at.job()?.id, 'gate', this.hand.at.stage()]);
  }

  /** Another gauge comes into the hand: one that the job has, or one of the register, taken for the job here. */
  async otherGauge(): Promise<void> {
    const register = await this.api.get('/api/instruments', instrumentList);
    const here = this.hand.instrument()?.id;
    const tools = this.hand.at.characteristic()?.tools ?? [];
    const inJob = this.hand.instruments().filter(({ id, kind }) => id !== here && tools.includes(kind));
    const toTake = (register.ok ? register.value : []).filter(
      ({ id, kind }) => tools.includes(kind) && !this.hand.instruments().some((each) => each.id === id),
    );
    const options = [
      ...inJob.map(({ id, name }) => ({ value: id, label: `${id}, ${name}: in this job already` })),
      ...toTake.map(({ id, name, dueOn }) => ({ value: id, label: `${id}, ${name}, due ${dueOn}: take it` })),
      { value: TO_REGISTER, label: 'One that is not listed: register it under Instruments' },
    ];
    await this.asker.ask({
      title: here === undefined ? 'Take a gauge' : 'Another gauge',
      lines: [...(here === undefined ? [] : ['What is typed with the one in hand stays with it.'])],
      fields: [{ key: 'instrument', label: 'Which', kind: 'choice', options }],
      submit: 'Take it in hand',
      act: async ({ instrument = '' }) => {
        if (instrument === TO_REGISTER) {
          await this.router.navigate(['/instruments']);
          return undefined;
        }
        const fresh = toTake.find(({ id }) => id === instrument);
        const refused =
          fresh === undefined
            ? undefined
            : await this.desk.ask({ type: 'takeInstrument', instrument, dueOn: fresh.dueOn });
        if (refused === undefined) this.hand.useInstrument(instrument);
        return refused;
      },
    });
  }

  lookUp(): void {
    const place = this.hand.at.place();
    if (place === undefined) return;
    void this.router.navigate(['/jobs', this.hand.at.job()?.id, 'fit'], {
      queryParams: fitParams(this.hand.at.job(), place, this.hand.at.part()),
    });
  }

  async fit(): Promise<void> {
    const job = this.hand.at.job();
    const place = this.hand.at.place();
    const lacking = this.hand.at.lacks();
    const layout = job === undefined ? undefined : currentPin(job)?.model.layout;
    if (job === undefined || place === undefined || layout === undefined || lacking === undefined) return;
    const { kind, slot } = lacking;
    if (kind === 'bore') {
      await this.fitBore(job, slot);
      return;
    }
    const [one, many] = partWords(layout, kind);
    const kit = knownFromKit(job, kind, parsePlaceKey(slot)?.at.groove);
    const count = (slots: readonly unknown[]): string => `${slots.length} ${slots.length === 1 ? one : many}`;
    const empty = slotsOf(layout, kind).filter(({ key }) => partIn(job, key) === undefined);
    const inCylinder = empty.filter(
      ({ at }) => at.cylinder !== undefined && at.cylinder === place.at.cylinder,
    );
    const scopes: Readonly<Record<string, readonly SlotKey[]>> = {
      all: empty.map(({ key }) => key),
      cylinder: inCylinder.map(({ key }) => key),
      one: [slot],
    };
    await this.asker.ask({
      title: `Fit ${many}`,
      lines: [
        'Each goes in its own place and stays with it. Every one is measured by itself.',
        ...(kit === undefined ? [] : [kit.words]),
      ],
      fields: [
        {
          key: 'scope',
          label: 'Which',
          kind: 'choice',
          options: [
            { value: 'all', label: `the whole set: ${count(empty)}` },
            ...(inCylinder.length === 0
              ? []
              : [{ value: 'cylinder', label: `this cylinder: ${count(inCylinder)}` }]),
            { value: 'one', label: `this ${one} only` },
          ],
        },
        // What was said of all parts of the kind is there to be confirmed, or typed over.
        ...partFields(one).map((field) => {
          const fact = PART_FACTS.find((each) => each === field.key);
          const value =
            kit?.[field.key] ?? (fact === undefined ? undefined : saidOfKind(job.engine, kind, fact));
          return value === undefined ? field : { ...field, value };
        }),
      ],
      submit: 'Fit',
      act: ({ scope, ...described }) =>
        this.fact(
          {
            type: 'fitParts',
            slots: [...(scopes[scope ?? 'one'] ?? [])],
            ...describedIn(described),
          },
          job,
        ),
    });
  }

  private async fitBore(job: JobState, slot: SlotKey): Promise<void> {
    await this.asker.ask({
      title: 'Fit the cylinder',
      lines: ['No bore lies here any more. Everything measured in the old one stays readable.'],
      fields: partFields('bore'),
      submit: 'Fit',
      act: (described) => this.fact({ type: 'fitParts', slots: [slot], ...describedIn(described) }, job),
    });
  }

  /** What somebody said that was done after the part had changed: was it done as well? */
  async settle(): Promise<void> {
    const seen = this.hand.at.job();
    const place = this.hand.at.place();
    const [report] = seen === undefined || place === undefined ? [] : reportsAt(seen, place);
    if (report === undefined) return;
    await this.asker.ask(settleAsk(report, (draft) => this.done(draft, seen)));
  }

  /** All of the sheet that is filed, in the order of work, with the part in hand in hand. */
  async toFiling(): Promise<void> {
    const job = this.hand.at.job();
    const characteristic = this.hand.at.characteristic();
    if (job === undefined || characteristic?.filed === undefined) return;
    const ring = this.hand.at.parts().find(({ part }) => part.kind === characteristic.filed)?.part.slot;
    await this.router.navigate(['/jobs', job.id, 'filing'], {
      queryParams: { sheet: characteristic.id, ring },
    });
  }

  /** The place in hand as a question, with its answers. */
  private async toQuestion(place: string): Promise<void> {
    const job = this.hand.at.job();
    const asked =
      job === undefined ? undefined : questionsOf(job).find(({ places }) => places.includes(place));
    if (job !== undefined && asked !== undefined)
      await this.router.navigate(['/jobs', job.id, 'questions'], { queryParams: { question: asked.id } });
  }
  /** What no rule sees: somebody says it of the place in hand, and an inspector decides. */
  async raise(): Promise<void> {
    const job = this.hand.at.job();
    const place = this.hand.at.key();
    if (job === undefined || place === undefined || job.seal !== undefined) return;
    await this.asker.ask(
      raiseAsk(placeInJob(currentPin(job), place), aboutPlace(place), (draft) => this.done(draft, job)),
    );
  }
  private pictures(): void {
    const job = this.hand.at.job();
    const place = this.hand.at.key();
    if (job !== undefined && place !== undefined)
      openPictures(this.dialog, { title: placeInJob(currentPin(job), place), about: aboutPlace(place) });
  }
  private measures(
    isSo: (characteristic: Characteristic, all: readonly Characteristic[]) => boolean,
  ): boolean {
    const [job, characteristic] = [this.hand.at.job(), this.hand.at.characteristic()];
    const all = job === undefined ? [] : (currentPin(job)?.characteristics ?? []);
    return characteristic !== undefined && isSo(characteristic, all);
  }
  private async toSheetPage(page: 'shims' | 'shells' | 'pistons' | 'parts'): Promise<void> {
    const job = this.hand.at.job();
    const sheet = this.hand.at.characteristic()?.id;
    const [part] = this.hand.at.parts();
    const queryParams =
      page === 'parts' && part !== undefined ? { show: part.part.kind, part: part.part.id } : { sheet };
    if (job !== undefined) await this.router.navigate(['/jobs', job.id, page], { queryParams });
  }

  /** The cut that was advised is made: the part that can be filed to open what is measured here. */
  async file(): Promise<void> {
    const filed = this.hand.at.characteristic()?.filed;
    const found = this.hand.at.parts().find(({ part }) => part.kind === filed);
    if (found !== undefined) await this.rework(found, 'filed');
  }
  /** Another part in the place of the one whose state selects the limit. */
  async replaceMeasured(): Promise<void> {
    const kind = this.hand.at.characteristic()?.stateOf;
    const found = this.hand.at.parts().find(({ part }) => part.kind === kind);
    if (found !== undefined) await this.replace(found);
  }

  /** Something was done to a part: whatever was measured of it was true of the part as it was. */
  async rework({ part, words: [one] }: BenchPart, what: string): Promise<void> {
    const seen = this.hand.at.job();
    const talk = REWORK_TALK[`${part.kind} ${what}`];
    const against =
      what === 'filed' && seen !== undefined
        ? [...againstFiling(seen, part.id), ...beforeFiling(seen, part.kind)]
        : [];
    await this.asker.ask({
      title: talk?.title ?? `The ${one} was ${what}`,
      lines: [
        ...against,
        ...(talk?.lines ?? ['Everything that was measured of it is spent and is measured again.']),
      ],
      fields: [
        ...(talk?.ways === undefined
          ? []
          : [
              {
                key: 'way',
                label: 'With',
                kind: 'choice' as const,
                options: talk.ways.map((way) => ({ value: way, label: way })),
              },
            ]),
        { key: 'how', label: talk?.how ?? 'How: with what, how much, by whom', kind: 'line' },
        // Something speaks against it: then somebody says why it was done.
        ...(against.length === 0
          ? []
          : [{ key: 'although', label: 'Why it was filed all the same', kind: 'line' as const }]),
      ],
      submit: talk?.submit ?? `It was ${what}`,
      act: ({ way, how, although }) =>
        this.fact(
          {
            type: 'reworkPart',
            part: part.id,
            basedOn: part.condition,
            what,
            how: `${talk?.ways === undefined ? '' : `${way ?? ''}: `}${how ?? ''}${although === undefined ? '' : `; filed all the same: ${although}`}`,
          },
          seen,
        ),
    });
  }

  async replace({ part, words: [one] }: BenchPart): Promise<void> {
    const seen = this.hand.at.job();
    await this.asker.ask({
      title: `Replace the ${one}`,
      lines: [
        `What was found of the old ${one} stays readable. The new one is measured wherever the old one was.`,
      ],
      fields: [REASON, ...partFields(one)],
      submit: 'Replace',
      act: ({ reason, ...described }) =>
        this.fact(
          {
            type: 'replacePart',
            part: part.id,
            basedOn: part.condition,
            reason: reason ?? '',
            instead: describedIn(described),
          },
          seen,
        ),
    });
  }

  /** What is read on a part that lies here: its number, its maker, its material. */
  async sayWhat({ part, words }: BenchPart): Promise<void> {
    const seen = this.hand.at.job();
    if (seen === undefined) return;
    await this.asker.ask(askPartFacts(seen, [part], words, (draft) => this.done(draft, seen)));
  }

  /** How this sheet is measured: said once, and written with every reading of it. */
  async sayHow(): Promise<void> {
    const characteristic = this.hand.at.characteristic();
    const job = this.hand.at.job();
    const layout = job === undefined ? undefined : currentPin(job)?.model.layout;
    if (job === undefined || characteristic === undefined || layout === undefined) return;
    const stations = stationsAsked(layout, characteristic, sheetPlaces(job, characteristic.id));
    const [said, unit] = [this.hand.saidHow(), this.hand.unit()];
    const say = (how: SaidHow): void => {
      this.hand.sayHow(characteristic.id, how);
    };
    await this.asker.ask(askHow({ layout, characteristic, stations, said, unit, say }));
  }

  async askConcession(): Promise<void> {
    await this.reasoned(
      'Ask for a concession',
      'Somebody entitled to it, who did not do the work, decides on an approval.',
      'Ask',
      (at, reason) => ({ type: 'askConcession', ...at, reason }),
    );
  }
  async voidReading(): Promise<void> {
    const job = this.hand.at.job();
    const key = this.hand.at.key();
    const reading = job === undefined || key === undefined ? undefined : currentReading(placeAt(job, key));
    if (reading === undefined) return;
    await this.reasoned(
      'Void this reading',
      'For bad evidence: a failed gauge, an expander left in. It stays readable, struck twice.',
      'Void it',
      (at, reason) => ({ type: 'voidReading', ...at, reading: reading.seq, reason }),
    );
  }
  /** It is in, and what could still be done is not worth it: a decision, with its reason. */
  async leaveAsIs(): Promise<void> {
    const job = this.hand.at.job();
    const key = this.hand.at.key();
    const reading = job === undefined || key === undefined ? undefined : currentReading(placeAt(job, key));
    if (reading === undefined) return;
    await this.reasoned(
      'In, and left as it is',
      'Nothing has to be done here. Why it is not worth doing more stays with the reading; it falls when the place is measured or judged again.',
      'Good as it is',
      (at, reason) => ({ type: 'leaveAsIs', ...at, reading: reading.seq, reason }),
    );
  }
  async defer(): Promise<void> {
    await this.reasoned(
      'Defer this place',
      'It holds the gate until it is measured.',
      'Defer',
      (at, reason) => ({ type: 'deferPlace', ...at, reason }),
    );
  }
  async notApplicable(): Promise<void> {
    await this.reasoned(
      'Not applicable here',
      'An inspector who did not say so must accept it.',
      'Say so',
      (at, reason) => ({ type: 'declareNotApplicable', ...at, reason }),
    );
  }
  resume(): void {
    const at = this.at();
    if (at !== undefined) this.hand.handIn({ type: 'resumePlace', ...at });
  }

  private at(): { readonly place: string; readonly basedOn: number } | undefined {
    const job = this.hand.at.job();
    const place = this.hand.at.key();
    return job === undefined || place === undefined
      ? undefined
      : { place, basedOn: placeAt(job, place).version };
  }
  private async reasoned(
    title: string,
    line: string,
    submit: string,
    command: (at: { readonly place: string; readonly basedOn: number }, reason: string) => JobDraft,
  ): Promise<void> {
    const at = this.at();
    const seen = this.hand.at.job();
    if (at === undefined) return;
    await this.asker.ask({
      title,
      lines: [line],
      fields: [REASON],
      submit,
      act: ({ reason }) => this.done(command(at, reason ?? ''), seen),
    });
  }
  /** A fact of the workshop: kept on the tablet at once, whoever is away, and based on what the person saw. */
  private fact(draft: JobDraft, seen: JobState | undefined): ApiProblem | undefined {
    const refused = this.desk.handIn(draft, seen);
    if (refused === undefined) return undefined;
    const { what, where, next } = wordsOf(refused);
    return { code: refused.code, title: what, where, next };
  }
  private done(draft: JobDraft, seen: JobState | undefined): Promise<ApiProblem | undefined> {
    return this.desk.ask(draft, undefined, seen);
  }
}
