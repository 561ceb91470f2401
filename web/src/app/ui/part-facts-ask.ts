import { PART_FACT_WORDS } from '@oak-gate/contract';
import { PART_FACTS, SAID_OF_PART, saidOfKind } from '@oak-gate/core';
import type { JobDraft, JobState, Part, SaidOfPart, SaidPartFact } from '@oak-gate/core';
import type { ApiProblem } from '../state/api';
import type { Ask, AskField } from './ask-dialog';

/**
 * What is read on parts that lie there. What stays empty is not known; who looks again says what it was recorded as.
 * @param parts at least one; of several everything that is filled in is said of all of them
 */
export function askPartFacts(
  job: JobState,
  parts: readonly Part[],
  [one, many]: readonly [one: string, many: string],
  send: (draft: JobDraft) => Promise<ApiProblem | undefined>,
): Ask {
  const [first] = parts;
  const shared = (fact: SaidPartFact): string =>
    parts.every((part) => part[fact] === first?.[fact]) ? String(first?.[fact] ?? '') : '';
  return {
    title: parts.length === 1 ? `What this ${one} is` : `What these ${parts.length} ${many} are`,
    lines: [
      'It is said of the very part, and stays with it. Only the readings whose limit depends on it are judged again.',
      ...PART_FACTS.flatMap((fact) => {
        const ofAll = first === undefined ? undefined : saidOfKind(job.engine, first.kind, fact);
        return ofAll === undefined
          ? []
          : [`Of all ${many} in this engine: ${PART_FACT_WORDS[fact]} ${ofAll}.`];
      }),
    ],
    fields: [
      ...SAID_OF_PART.map((fact): AskField => ({
        key: fact,
        label: FACT_LABELS[fact],
        kind: 'line',
        optional: true,
        value: shared(fact),
      })),
      { key: 'reason', label: 'How it is known', kind: 'text' },
    ],
    submit: 'Say so',
    act: (values) => {
      const facts: Partial<Record<SaidPartFact, string | number | null>> = {};
      for (const fact of SAID_OF_PART) {
        const text = (values[fact] ?? '').trim();
        if (text === shared(fact)) continue;
        const count = Number(text.replace(/\s/gu, '').replace(',', '.'));
        if (COUNTED.has(fact) && (!Number.isFinite(count) || count < 0))
          return Promise.resolve({
            code: 'BODY_WRONG',
            title: `${FACT_LABELS[fact]}: ${text} is no number`,
            where: FACT_LABELS[fact],
            next: 'Write the figure alone, or leave it empty where nobody knows it.',
          });
        facts[fact] = text === '' ? null : COUNTED.has(fact) ? count : text;
      }
      return send({
        type: 'sayPartFacts',
        parts: parts.map(({ id }) => id),
        facts: facts as Partial<SaidOfPart>,
        reason: values['reason'] ?? '',
      });
    },
  };
}
const COUNTED: ReadonlySet<SaidPartFact> = new Set(['hours', 'cycles']);
const FACT_LABELS: Readonly<Record<SaidPartFact, string>> = {
  partNumber: 'Part number',
  maker: 'Maker',
  material: 'Material',
  serial: 'Serial',
  lot: 'Lot or box',
  sizeClass: 'Size class, as stamped',
  hours: 'Hours',
  cycles: 'Cycles',
};
