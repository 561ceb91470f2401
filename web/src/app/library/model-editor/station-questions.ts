import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { unitWord } from '@oak-gate/contract';
import {
  DATUMS,
  withoutStation,
  withRingTravel,
  withStation,
  withStationFor,
  withStationSaid,
} from '@oak-gate/core';
import type { Datum, LengthUnit } from '@oak-gate/core';
import { FaultNote } from './fault-note';
import { stationLetter } from './model-drawing-view';
import { ModelEdit } from './model-edit';
import { TextLine } from './text-line';

const DATUM_WORDS: Readonly<Record<Datum, string>> = {
  deck: 'deck',
  skirtEnd: 'skirt end',
  flange: 'flange',
};

/** The stations of a model: how deep each lies, from where that is counted, and what is measured there. */
@Component({
  selector: 'app-station-questions',
  imports: [FaultNote, TextLine],
  templateUrl: './station-questions.html',
  styleUrls: ['./model-fields.scss', './station-questions.scss'],
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class StationQuestions {
  protected readonly edit = inject(ModelEdit);
  protected readonly draft = this.edit.draft;
  protected readonly fixed = this.edit.fixed;
  protected readonly layout = computed(() => this.draft().layout);
  protected readonly unitWord = unitWord;
  protected readonly units: readonly LengthUnit[] = ['mm', 'in', 'thou'];
  protected readonly datums = DATUMS.map((value) => ({ value, label: DATUM_WORDS[value] }));
  protected readonly letter = stationLetter;

  protected addStation(): void {
    const last = this.layout().stations.at(-1);
    const said = {
      label: '',
      datum: last?.datum ?? ('deck' as const),
      distance: { text: '', unit: last?.distance.unit ?? this.draft().bore.unit },
      for: ['bore'],
    };
    this.edit.change((draft) => withStation(draft, said, this.edit.earlier()));
  }
  protected station(id: string, part: Parameters<typeof withStationSaid>[2]): void {
    this.edit.change((draft) => withStationSaid(draft, id, part));
  }
  protected stationDatum(id: string, datum: string): void {
    this.station(id, { datum: datum as Datum });
  }
  protected stationFor(id: string, purpose: string, taken: boolean): void {
    this.edit.change((draft) => withStationFor(draft, id, purpose, taken));
  }
  protected dropStation(id: string): void {
    this.edit.change((draft) => withoutStation(draft, id));
  }
  protected travel(end: 'upper' | 'lower', id: string): void {
    this.edit.change((draft) => {
      const now = { upper: '', lower: '', ...draft.layout.ringTravel, [end]: id };
      return withRingTravel(draft, now.upper === '' && now.lower === '' ? undefined : now);
    });
  }
}
