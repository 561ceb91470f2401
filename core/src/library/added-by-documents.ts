import { quantityOf, rowAxesOf } from '../engines/characteristic';
import type { Characteristic, Question } from '../engines/characteristic';
import type { EngineModel } from '../engines/engine-model';
import type { Station } from '../engines/layout';
import { isLength } from '../quantity/figure';
import { revisionOfRow } from './document';
import type { DocumentRevision, LimitRow } from './document';
import type { LimitContext, LimitPolicy } from './limit-row';
import { applies, compareRanks, rankOf } from './rank';
import type { RowRule } from './row-rule';

type RowWith<K extends RowRule['kind']> = LimitRow & { readonly rule: Extract<RowRule, { kind: K }> };
const withRule = <K extends RowRule['kind']>(rows: readonly LimitRow[], kind: K): readonly RowWith<K>[] =>
  rows.filter((row): row is RowWith<K> => row.rule?.kind === kind);

/**
 * A letter may add stations and checks to a sheet, not only figures: the model and the characteristics as an engine is
 * measured by, with what the applying documents add. A station that the model has is left as it is; of two documents that
 * add the same station, the stronger one says where it lies.
 */
export function addByDocuments(
  {
    model,
    characteristics,
  }: { readonly model: EngineModel; readonly characteristics: readonly Characteristic[] },
  {
    documents,
    rows,
    policy,
    context,
  }: {
    readonly documents: readonly DocumentRevision[];
    readonly rows: readonly LimitRow[];
    readonly policy: LimitPolicy;
    readonly context: LimitContext;
  },
): { readonly model: EngineModel; readonly characteristics: readonly Characteristic[] } {
  const byId = new Map(documents.map((document) => [document.id, document]));
  const applying = rows.filter((row) => (row.rule === undefined ? false : applies(row, context)));
  const rank = (row: LimitRow): ReturnType<typeof rankOf> => {
    const document = byId.get(revisionOfRow(row.id));
    return document === undefined ? undefined : rankOf({ ...document, appliesTo: row.appliesTo }, policy);
  };
  const strongestFirst = [...withRule(applying, 'station')].sort((a, b) => {
    const [ofA, ofB] = [rank(a), rank(b)];
    if (ofA === undefined || ofB === undefined) return ofA === ofB ? 0 : ofA === undefined ? 1 : -1;
    return compareRanks(ofB, ofA);
  });
  const stations = addStations(model.layout.stations, strongestFirst);
  const checks = withRule(applying, 'check');
  return {
    model: stations === model.layout.stations ? model : { ...model, layout: { ...model.layout, stations } },
    characteristics: characteristics.map((each) => {
      // What is itself a check is answered at its place, and not asked about before.
      const asked = checks.filter(
        ({ characteristic }) => characteristic === each.id && quantityOf(each) !== 'check',
      );
      return asked.length === 0
        ? each
        : { ...each, questions: [...each.questions, ...asked.map((row) => questionOf(row, each))] };
    }),
  };
}

function addStations(given: readonly Station[], rows: readonly RowWith<'station'>[]): readonly Station[] {
  const added = new Map<string, Station>();
  for (const { station: id, groove, member, rule } of rows) {
    if (id === undefined || groove === undefined || member === undefined || !isLength(rule.distance))
      continue;
    if (given.some((each) => each.id === id)) continue;
    const so = added.get(id) ?? {
      id,
      label: rule.label,
      datum: rule.datum,
      distance: rule.distance,
      members: [],
    };
    if (so.members.some((each) => each.groove === groove && each.member === member)) continue;
    added.set(id, { ...so, members: [...so.members, { groove, member }] });
  }
  return added.size === 0 ? given : [...given, ...added.values()];
}

const questionOf = (row: RowWith<'check'>, characteristic: Characteristic): Question => ({
  id: row.id,
  text: row.rule.question,
  when: 'always',
  at: Object.fromEntries(
    rowAxesOf(characteristic).flatMap((axis) => (row[axis] === undefined ? [] : [[axis, row[axis]]])),
  ),
  source: row.id,
});
