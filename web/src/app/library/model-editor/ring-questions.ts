import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import {
  MOST_MEMBERS,
  MOST_RINGS,
  movedRing,
  withGapsAt,
  withLabel,
  withoutRing,
  withRing,
  withRingOf,
} from '@oak-gate/core';
import type { Characteristic, Member } from '@oak-gate/core';
import { FaultNote } from './fault-note';
import { ringPath, stationLetter } from './model-drawing-view';
import { ModelEdit } from './model-edit';
import { withNotMeasured, withoutNotMeasured } from './model-sizes';
import { Stepper } from './stepper';
import { TextLine } from './text-line';

const KINDS: readonly { readonly value: Member['kind']; readonly label: string }[] = [
  { value: 'compression', label: 'compression' },
  { value: 'scraper', label: 'scraper' },
  { value: 'oil', label: 'oil' },
  { value: 'rail', label: 'rails' },
];

/** The rings of a model: at which stations their gaps are taken, and of the one in hand everything else. */
@Component({
  selector: 'app-ring-questions',
  imports: [FaultNote, Stepper, TextLine],
  templateUrl: './ring-questions.html',
  styleUrls: ['./model-fields.scss', './ring-questions.scss'],
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class RingQuestions {
  protected readonly edit = inject(ModelEdit);
  readonly characteristics = input.required<readonly Characteristic[]>();
  protected readonly draft = this.edit.draft;
  protected readonly fixed = this.edit.fixed;
  protected readonly layout = computed(() => this.draft().layout);
  protected readonly mostRings = MOST_RINGS;
  protected readonly mostMembers = MOST_MEMBERS;
  protected readonly kinds = KINDS;
  protected readonly letter = stationLetter;
  protected readonly ringPath = ringPath;
  /** What could be said of a ring not to be measured. */
  protected readonly ofRings = computed(() =>
    this.characteristics().filter(({ axes }) => axes.includes('groove') && axes.includes('member')),
  );

  protected label(index: number, label: string): void {
    this.edit.change((draft) => withLabel(draft, 'grooves', index, label));
  }
  protected addRing(): void {
    this.edit.change((draft) => withRing(draft, '', this.edit.earlier()));
    this.edit.ring.set(this.layout().grooves.at(-1)?.id);
  }
  protected gap(groove: string, station: string, taken: boolean): void {
    this.edit.ring.set(groove);
    this.edit.change((draft) => withGapsAt(draft, groove, station, taken));
  }
  protected isTaken(groove: string, station: number): boolean {
    return this.layout().stations[station]?.members.some((each) => each.groove === groove) === true;
  }
  protected ringOf(groove: string, change: Parameters<typeof withRingOf>[2]): void {
    this.edit.change((draft) => withRingOf(draft, groove, change));
  }
  protected moveRing(index: number, by: -1 | 1): void {
    this.edit.change((draft) => movedRing(draft, index, by));
  }
  protected dropRing(groove: string): void {
    this.edit.change((draft) => withoutRing(draft, groove));
    this.edit.ring.set(undefined);
  }
  protected notMeasured(groove: string) {
    return this.layout().notApplicable.flatMap((each, index) =>
      each.groove === groove
        ? [
            {
              index,
              reason: each.reason,
              what: this.ofRings().find(({ id }) => id === each.characteristic)?.name ?? each.characteristic,
            },
          ]
        : [],
    );
  }
  protected takeOut(groove: string, characteristic: string, reason: string): boolean {
    if (reason.trim() === '') return false;
    this.edit.change((draft) => withNotMeasured(draft, groove, characteristic, reason.trim()));
    return true;
  }
  protected putBack(index: number): void {
    this.edit.change((draft) => withoutNotMeasured(draft, index));
  }
}
