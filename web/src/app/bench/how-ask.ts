import { shortStationWords, unitWord, wordsOf } from '@oak-gate/contract';
import {
  choicesHere,
  DATUM_WORDS,
  DATUMS,
  decimalLength,
  LENGTH_UNITS,
  millikelvin,
  problem,
  temperatureDoubt,
} from '@oak-gate/core';
import type { Characteristic, Datum, Layout, LengthUnit, Problem, SaidDepth, Station } from '@oak-gate/core';
import type { ApiProblem } from '../state/api';
import type { Ask, AskField } from '../ui/ask-dialog';
import type { SaidHow } from './said-how';

interface Asked {
  readonly layout: Layout;
  readonly characteristic: Characteristic;
  /** Whose depth is asked. */
  readonly stations: readonly Station[];
  readonly said: SaidHow;
  /** That of the gauge in hand. */
  readonly unit: LengthUnit;
  readonly say: (said: SaidHow) => void;
}
type Answers = Readonly<Record<string, string>>;

/** In which state a sheet is measured, how deep, how warm, and what its gauge is set to: said once, written with every reading. */
export function askHow(asked: Asked): Ask {
  const { characteristic, say } = asked;
  return {
    title: `How ${characteristic.name.toLowerCase()} is measured`,
    lines: [
      'It stands with every reading that is taken from now on. What was recorded before stays as it was.',
    ],
    fields: [
      ...stateFields(asked),
      ...settingFields(asked),
      ...depthFields(asked),
      ...temperatureFields(asked),
    ],
    submit: 'So it is measured',
    act: (answers) => {
      const fault = depthFault(asked, answers) ?? temperatureFault(asked, answers);
      if (fault !== undefined) return asNote(fault);
      say(saidIn(asked, answers));
      return undefined;
    },
  };
}
const asNote = (fault: Problem): ApiProblem => {
  const { what, where, next } = wordsOf(fault);
  return { code: fault.code, title: what, where, next };
};

const stateFields = ({ layout, characteristic: { conditions = [] }, said }: Asked): readonly AskField[] =>
  conditions.map((condition) => {
    const choices = choicesHere(layout, condition);
    const is = said.conditions.find((each) => each.condition === condition.id)?.is;
    return {
      key: `is ${condition.id}`,
      label: condition.name,
      kind: 'choice' as const,
      options: choices.map((choice) => ({ value: choice.id, label: choice.text })),
      // What can only be one way is simply confirmed.
      value: is ?? (choices.length === 1 ? (choices[0]?.id ?? '') : ''),
    };
  });

/** The datum that all of its stations share; undefined where they do not, and each says its own. */
function oneDatum(stations: readonly Station[]): Datum | undefined {
  const [first, ...more] = new Set(stations.map(({ datum }) => datum));
  return more.length === 0 ? first : undefined;
}
/** All of them in one line, in the order of the layout: what is as the stations say is confirmed by one key. */
function depthFields({ stations, said }: Asked): readonly AskField[] {
  const [first] = stations;
  if (first === undefined) return [];
  const datum = oneDatum(stations);
  const value = stations.map(({ id, distance }) => said.depths?.[id]?.text ?? distance.text);
  const planned = stations.map((station) => shortStationWords(station));
  return [
    {
      key: 'depths',
      label: `${stations.length === 1 ? 'Depth' : 'Depths'} (${unitsOf(stations)})`,
      kind: 'line',
      value: value.join(PARTED),
      hint: `the ${stations.length === 1 ? 'station' : 'stations'}: ${planned.join(PARTED)}`,
    },
    ...(datum === undefined
      ? []
      : [
          {
            key: 'datum',
            label: 'Counted from',
            kind: 'choice' as const,
            options: DATUMS.map((each) => ({ value: each, label: DATUM_WORDS[each] })),
            value: said.depths?.[first.id]?.datum ?? datum,
          },
        ]),
  ];
}
const PARTED = ' · ';
const unitsOf = (stations: readonly Station[]): string =>
  [...new Set(stations.map(({ distance }) => unitWord(distance.unit)))].join(' and ');
function depthsSaid({ stations }: Asked, answers: Answers): readonly SaidDepth[] {
  const texts = (answers['depths'] ?? '').split(/[^\d.,]+/).filter((text) => text !== '');
  const datum = DATUMS.find((each) => each === answers['datum']);
  return stations.map((station, i) => ({
    // One figure too many belongs to nobody: then none of them is taken.
    text: texts.length === stations.length ? (texts[i] ?? '') : '',
    unit: station.distance.unit,
    datum: oneDatum(stations) === undefined ? station.datum : (datum ?? station.datum),
  }));
}
function depthFault(asked: Asked, answers: Answers): Problem | undefined {
  const said = depthsSaid(asked, answers);
  const wrong = said.findIndex(({ text, unit }) => decimalLength(text.replace(',', '.'), unit) === undefined);
  const station = asked.stations[wrong];
  return station === undefined
    ? undefined
    : problem('DEPTH_OPEN', {
        place: '',
        station: asked.stations.map(shortStationWords).join(PARTED),
        text: answers['depths'] ?? '',
      });
}

const settingFields = ({ characteristic: { setting }, said, unit }: Asked): readonly AskField[] =>
  setting === undefined
    ? []
    : [
        { key: 'size', label: 'The gauge is set to', kind: 'line', value: said.setting?.text ?? '' },
        {
          key: 'unit',
          label: 'In',
          kind: 'choice',
          options: LENGTH_UNITS.map((each) => ({ value: each, label: unitWord(each) })),
          value: said.setting?.unit ?? unit,
        },
        {
          key: 'against',
          label: 'With: a ring gauge, a micrometer',
          kind: 'line',
          value: said.setting?.against ?? '',
        },
      ];

const temperatureFields = ({
  characteristic: { temperatures },
  said: { temperatures: said },
}: Asked): readonly AskField[] =>
  temperatures === undefined
    ? []
    : [
        { key: 'part', label: 'The part is at, °C', kind: 'line', value: said?.part ?? '' },
        { key: 'gauge', label: 'The gauge is at, °C', kind: 'line', value: said?.gauge ?? '' },
        {
          key: 'kept',
          label: 'Why it is measured although they are apart',
          kind: 'line',
          optional: true,
          value: said?.kept ?? '',
          hint: 'only where part and gauge are more than 3 K apart, or away from 20 °C with different metals',
        },
      ];
function temperatureFault({ characteristic }: Asked, answers: Answers): Problem | undefined {
  if (characteristic.temperatures === undefined) return undefined;
  const [said, its] = [answers['part'] ?? '', answers['gauge'] ?? ''];
  const [part, gauge] = [millikelvin(said), millikelvin(its)];
  if (part === undefined || gauge === undefined)
    return problem('TEMPERATURE_OPEN', { place: '', text: `${said}, ${its}` });
  const doubt = temperatureDoubt({ part, gauge, metal: characteristic.metal });
  return doubt === undefined || (answers['kept'] ?? '').trim() !== ''
    ? undefined
    : problem('TEMPERATURES_ASK', { place: '', doubt, part: said.trim(), gauge: its.trim() });
}

function saidIn(asked: Asked, answers: Answers): SaidHow {
  const { characteristic, stations, unit } = asked;
  const { conditions = [], setting, temperatures } = characteristic;
  const kept = (answers['kept'] ?? '').trim();
  return {
    conditions: conditions.flatMap(({ id }) => {
      const is = answers[`is ${id}`] ?? '';
      return is === '' ? [] : [{ condition: id, is }];
    }),
    ...(stations.length === 0
      ? {}
      : {
          depths: Object.fromEntries(
            depthsSaid(asked, answers).map((depth, i) => [stations[i]?.id ?? '', depth]),
          ),
        }),
    ...(setting === undefined
      ? {}
      : {
          setting: {
            text: answers['size'] ?? '',
            unit: LENGTH_UNITS.find((each) => each === answers['unit']) ?? unit,
            against: answers['against'] ?? '',
          },
        }),
    ...(temperatures === undefined
      ? {}
      : {
          warmAt: Date.now(),
          temperatures: {
            part: (answers['part'] ?? '').trim(),
            gauge: (answers['gauge'] ?? '').trim(),
            ...(kept === '' ? {} : { kept }),
          },
        }),
  };
}
