import { inputFault, quantityOf } from '../engines/characteristic';
import { own } from '../kernel/own';
import type { Characteristic } from '../engines/characteristic';
import { holdsOneOf } from '../kernel/actor';
import type { Role } from '../kernel/actor';
import type { Problem } from '../kernel/problem-data';
import { refuse } from '../kernel/refuse';
import { ok } from '../kernel/result';
import type { Result } from '../kernel/result';
import { secondLook } from '../people/second-person';
import type { DocumentRevision } from './document';
import { sameData } from '../kernel/same-data';
import { decimalLength } from '../quantity/decimal-length';
import type { UnitKind } from '../quantity/figure';
import type { PrintedLength } from '../quantity/printed-length';
import { decideCheckNote } from './check-note';
import { decideModel } from './decide-model';
import type { LibraryFacts } from './library-facts';
import { decideRoute } from './shop-routes';
import type { LibraryCommand } from './library-commands';
import type { LibraryEvent } from './library-events';
import { revisionDigest } from './library-state';
import type { KeptRevision, LibraryState } from './library-state';

type Decided = Result<readonly LibraryEvent[], Problem>;
/** What is tightened is not measured at a place. */
const TIGHTENED: readonly UnitKind[] = ['torque', 'angle'];
const STEWARDS: readonly Role[] = ['steward'];
const CHECKERS: readonly Role[] = ['steward', 'inspector', 'technician'];

/** Decides what enters the library. Everything is drafted first; a published revision is frozen. */
export function decideLibrary(state: LibraryState, command: LibraryCommand, facts: LibraryFacts): Decided {
  const { by } = facts;
  if (command.type === 'checkRevision') return check(state, command, facts);
  if (command.type === 'checkModel') return decideModel(state, command, facts);
  if (command.type === 'noteCheck' || command.type === 'takeBackCheckNote')
    return decideCheckNote(state, command, by, [...facts.shipped, ...Object.values(state.characteristics)]);
  if (!holdsOneOf(by, STEWARDS))
    return refuse('MAY_NOT', { action: 'keep the library', needs: STEWARDS, person: by.name });
  switch (command.type) {
    case 'importModel':
    case 'draftModel':
    case 'dropModelDraft':
    case 'publishModel':
      return decideModel(state, command, facts);
    case 'keepRoute':
    case 'putRouteAway':
      return decideRoute(state, command, facts);
    case 'draftRevision': {
      const { revision } = command;
      if (Object.hasOwn(state.revisions, revision.id))
        return refuse('ALREADY_THERE', { what: 'revision', id: revision.id });
      return statementFault(state, revision) ?? ok([{ type: 'revisionDrafted', v: 1, data: { revision } }]);
    }
    case 'amendDraft': {
      const { revision } = command;
      const draft = draftOf(state, revision.id);
      if (!draft.ok) return draft;
      return statementFault(state, revision) ?? ok([{ type: 'revisionDrafted', v: 1, data: { revision } }]);
    }
    case 'importRows': {
      const draft = draftOf(state, command.revision);
      if (!draft.ok) return draft;
      const { revision, file, rows } = command;
      return ok([{ type: 'rowsImported', v: 1, data: { revision, file, rows } }]);
    }
    case 'attachFile': {
      const draft = draftOf(state, command.revision);
      if (!draft.ok) return draft;
      const { revision, file } = command;
      if (draft.value.attachments.some(({ sha256 }) => sha256 === file.sha256))
        return refuse('ALREADY_THERE', { what: 'file', id: file.name });
      return ok([{ type: 'fileAttached', v: 1, data: { revision, file } }]);
    }
    case 'dropDraft': {
      const draft = draftOf(state, command.revision);
      if (!draft.ok) return draft;
      const reason = command.reason.trim();
      if (reason === '') return refuse('REASON_MISSING', { action: 'throw a draft away' });
      return ok([{ type: 'draftDropped', v: 1, data: { revision: command.revision, reason } }]);
    }
    case 'publishRevision': {
      const draft = draftOf(state, command.revision);
      if (!draft.ok) return draft;
      const { checked } = draft.value;
      if (draft.value.rows.length === 0) return refuse('REVISION_EMPTY', { revision: command.revision });
      if (checked === undefined) return refuse('SECOND_LOOK_MISSING', { revision: command.revision });
      const secondLookBy =
        checked.samePerson === null
          ? checked.by
          : `${checked.by}, who wrote it, ${checked.samePerson.hoursLater} h later`;
      const data = { revision: command.revision, digest: checked.digest, secondLook: secondLookBy };
      return ok([{ type: 'revisionPublished', v: 1, data }]);
    }
    case 'withdrawRevision': {
      const kept = own(state.revisions, command.revision);
      if (kept === undefined) return refuse('REVISION_UNKNOWN', { revision: command.revision });
      if (kept.published === undefined || kept.withdrawn !== undefined)
        return refuse('NOT_PUBLISHED', { revision: command.revision });
      const reason = command.reason.trim();
      if (reason === '') return refuse('REASON_MISSING', { action: 'withdraw a revision' });
      return ok([
        { type: 'revisionWithdrawn', v: 1, data: { revision: command.revision, reason, then: command.then } },
      ]);
    }
    case 'defineCharacteristic': {
      const { characteristic } = command;
      if (
        facts.shipped.some(({ id }) => id === characteristic.id) ||
        Object.hasOwn(state.characteristics, characteristic.id)
      )
        return refuse('ALREADY_THERE', { what: 'characteristic', id: characteristic.id });
      if (characteristic.name.trim() === '') return refuse('NAME_MISSING', { field: 'characteristic' });
      const input = inputFault(characteristic, [...facts.shipped, ...Object.values(state.characteristics)]);
      if (input !== undefined) return refuse('INPUT_WRONG', input);
      return ok([{ type: 'characteristicDefined', v: 1, data: { characteristic } }]);
    }
    case 'askTemperatures': {
      const { characteristic, asked } = command;
      const known = [...facts.shipped, ...Object.values(state.characteristics)].find(
        ({ id }) => id === characteristic,
      );
      if (known === undefined) return refuse('CHARACTERISTIC_UNKNOWN', { characteristic });
      // Nobody takes a temperature of what is looked at, or worked out.
      if (asked && (quantityOf(known) !== 'length' || known.from !== undefined))
        return refuse('NO_TEMPERATURES', { characteristic: known.name });
      return ok(
        state.temperatures.includes(characteristic) === asked
          ? []
          : [{ type: 'temperaturesAsked', v: 1, data: { characteristic, asked } }],
      );
    }
    case 'askSecondLook': {
      const { characteristic, asked, tolerance } = command;
      const known = [...facts.shipped, ...Object.values(state.characteristics)].find(
        ({ id }) => id === characteristic,
      );
      if (known === undefined) return refuse('CHARACTERISTIC_UNKNOWN', { characteristic });
      if (TIGHTENED.includes(quantityOf(known)) || known.from !== undefined)
        return refuse('NO_SECOND_LOOK', { characteristic: known.name });
      const size = tolerance === null ? null : toleranceOf(known, tolerance);
      if (size === undefined)
        return refuse('TOLERANCE_WRONG', { characteristic: known.name, text: tolerance?.text ?? '' });
      const data = { characteristic, asked, tolerance: size };
      const now = own(state.secondLooks, characteristic) ?? { asked: false, tolerance: null };
      return ok(sameData({ characteristic, ...now }, data) ? [] : [{ type: 'secondLookAsked', v: 1, data }]);
    }
    case 'setJudging': {
      const { of, rule, coarse } = command;
      const reason = command.reason.trim();
      if (reason === '')
        return refuse('REASON_MISSING', { action: 'change how readings near a limit are decided' });
      return ok([{ type: 'judgingSet', v: 1, data: { of, rule, coarse, reason } }]);
    }
    case 'setKindOrder': {
      const { engineClass, order } = command;
      const reason = command.reason.trim();
      if (reason === '')
        return refuse('REASON_MISSING', { action: 'change which kind of document is stronger' });
      if (order.length === 0 || new Set(order).size !== order.length || order.includes('shop'))
        return refuse('ORDER_WRONG', { order });
      return ok([{ type: 'kindOrderSet', v: 1, data: { engineClass, order, reason } }]);
    }
    case 'importBatch': {
      const { batchOf, file, drafts } = command;
      const pending = new Set((own(state.imports, batchOf) ?? []).map(({ revision }) => revision.id));
      for (const { revision } of drafts) {
        if (Object.hasOwn(state.revisions, revision.id) || pending.has(revision.id))
          return refuse('ALREADY_THERE', { what: 'revision', id: revision.id });
        const fault = statementFault(state, revision);
        if (fault !== undefined) return fault;
      }
      return ok([{ type: 'batchImported', v: 1, data: { batchOf, file, drafts } }]);
    }
    case 'finishImport': {
      const { batchOf } = command;
      if (!Object.hasOwn(state.imports, batchOf)) return refuse('IMPORT_UNKNOWN', { batchOf });
      const taken = own(state.imports, batchOf)?.find(({ revision }) =>
        Object.hasOwn(state.revisions, revision.id),
      );
      if (taken !== undefined) return refuse('ALREADY_THERE', { what: 'revision', id: taken.revision.id });
      return ok([{ type: 'importFinished', v: 1, data: { batchOf } }]);
    }
    case 'abandonImport': {
      const { batchOf, reason } = command;
      if (!Object.hasOwn(state.imports, batchOf)) return refuse('IMPORT_UNKNOWN', { batchOf });
      return ok([{ type: 'importAbandoned', v: 1, data: { batchOf, reason } }]);
    }
  }
}

/** Somebody who wrote nothing of it compares every row with the paper, and says which text that was. */
function check(
  state: LibraryState,
  command: Extract<LibraryCommand, { type: 'checkRevision' }>,
  { by, at, secondPerson }: LibraryFacts,
): Decided {
  if (!holdsOneOf(by, CHECKERS))
    return refuse('MAY_NOT', { action: 'check a document', needs: CHECKERS, person: by.name });
  const draft = draftOf(state, command.revision);
  if (!draft.ok) return draft;
  if (draft.value.rows.length === 0) return refuse('REVISION_EMPTY', { revision: command.revision });
  const digest = revisionDigest(draft.value);
  if (digest !== command.digest) return refuse('DRAFT_CHANGED', { revision: command.revision });
  const { writers, draftedBy } = draft.value;
  const first = { ids: writers, because: 'wrote in it', lastAt: draftedBy.at };
  const look = secondLook(`check ${command.revision}`, first, by, at, secondPerson);
  if (!look.ok) return look;
  const data = { revision: command.revision, digest, samePerson: look.value ?? null };
  return ok([{ type: 'revisionChecked', v: 1, data }]);
}

function statementFault(
  state: LibraryState,
  { appliesTo, issued, effective }: DocumentRevision,
): ReturnType<typeof refuse> | undefined {
  const unknown = (appliesTo.models ?? []).find((id) => !Object.hasOwn(state.models, id));
  if (unknown !== undefined) return refuse('MODEL_UNKNOWN', { model: unknown });
  return effective < issued ? refuse('DATES_WRONG', { issued, effective }) : undefined;
}

function draftOf(state: LibraryState, id: string): Result<KeptRevision, Problem> {
  const kept = own(state.revisions, id);
  if (kept === undefined) return refuse('REVISION_UNKNOWN', { revision: id });
  return kept.published === undefined ? ok(kept) : refuse('REVISION_PUBLISHED', { revision: id });
}

/** A size that can be a tolerance: of a length, and above nothing. */
function toleranceOf(
  known: Characteristic,
  { text, unit }: NonNullable<Extract<LibraryCommand, { type: 'askSecondLook' }>['tolerance']>,
): PrintedLength | undefined {
  const nm = decimalLength(text.trim().replace(',', '.'), unit);
  return nm === undefined || nm <= 0 || quantityOf(known) !== 'length'
    ? undefined
    : { text: text.trim(), unit, nm };
}
