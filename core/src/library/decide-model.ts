import type { EngineModel } from '../engines/engine-model';
import { holdsOneOf } from '../kernel/actor';
import { own } from '../kernel/own';
import type { Problem } from '../kernel/problem-data';
import { refuse } from '../kernel/refuse';
import { ok } from '../kernel/result';
import type { Result } from '../kernel/result';
import { secondLook } from '../people/second-person';
import { digestOf } from '../record/digest';
import type { KeptModel, ModelCommand, ModelInMaking } from './kept-model';
import type { LibraryEvent } from './library-events';
import type { LibraryFacts } from './library-facts';
import type { LibraryState } from './library-state';

type Decided = Result<readonly LibraryEvent[], Problem>;

/** What a new version of a model is called in a refusal. */
const called = ({ model, version }: KeptModel): string =>
  `${model.maker} ${model.name}, version ${version + 1}`;

/** Decides what becomes of a model: the first version holds at once, each later one after a second person looked at it. */
export function decideModel(state: LibraryState, command: ModelCommand, facts: LibraryFacts): Decided {
  switch (command.type) {
    case 'importModel': {
      const { model, isNew = false } = command;
      const known = own(state.models, model.id);
      const digest = digestOf(model);
      if (known === undefined) {
        const named = Object.values(state.models).find(
          (each) => each.model.maker === model.maker && each.model.name === model.name,
        );
        // Two models of one name could not be told apart where a job is opened.
        if (named !== undefined && isNew) return isThere(named.model);
        return ok([{ type: 'modelImported', v: 1, data: { model, digest } }]);
      }
      if (isNew || known.digest === digest) return isThere(known.model);
      return drafted(known, model, known.draft === undefined ? known.digest : '');
    }
    case 'draftModel': {
      const known = own(state.models, command.model.id);
      return known === undefined
        ? refuse('MODEL_UNKNOWN', { model: command.model.id })
        : drafted(known, command.model, command.seen);
    }
    case 'dropModelDraft': {
      const found = inMaking(state, command.model);
      if (!found.ok) return found;
      const reason = command.reason.trim();
      if (reason === '') return refuse('REASON_MISSING', { action: 'throw a draft away' });
      return ok([{ type: 'modelDraftDropped', v: 1, data: { model: command.model, reason } }]);
    }
    case 'checkModel':
      return check(state, command, facts);
    case 'publishModel': {
      const found = inMaking(state, command.model);
      if (!found.ok) return found;
      const { kept, draft } = found.value;
      const { checked } = draft;
      if (checked === undefined) return refuse('MODEL_NOT_CHECKED', { model: called(kept) });
      const look =
        checked.samePerson === null
          ? checked.by
          : `${checked.by}, who made it, ${checked.samePerson.hoursLater} h later`;
      return ok([
        {
          type: 'modelPublished',
          v: 1,
          data: {
            ...{ model: command.model, version: kept.version + 1, digest: draft.digest },
            secondLook: look,
          },
        },
      ]);
    }
  }
}
const isThere = ({ id, maker, name }: EngineModel): ReturnType<typeof refuse> =>
  refuse('ALREADY_THERE', { what: 'engine model', id: name === '' ? id : `${maker} ${name}` });

function drafted(kept: KeptModel, model: EngineModel, seen: string): Decided {
  const now = kept.draft?.digest ?? kept.digest;
  if (seen !== now) return refuse('MODEL_MOVED', { model: `${kept.model.maker} ${kept.model.name}` });
  const digest = digestOf(model);
  if (digest === kept.digest) return refuse('MODEL_SAME', { model: `${model.maker} ${model.name}` });
  return ok(digest === now ? [] : [{ type: 'modelDrafted', v: 1, data: { model, digest } }]);
}

function inMaking(
  state: LibraryState,
  model: string,
): Result<{ readonly kept: KeptModel; readonly draft: ModelInMaking }, Problem> {
  const kept = own(state.models, model);
  if (kept === undefined) return refuse('MODEL_UNKNOWN', { model });
  const { draft } = kept;
  return draft === undefined ? refuse('NO_MODEL_DRAFT', { model: called(kept) }) : ok({ kept, draft });
}

/** Somebody who made nothing of it looks at every change, and says which text that was. */
function check(
  state: LibraryState,
  command: Extract<ModelCommand, { type: 'checkModel' }>,
  { by, at, secondPerson }: LibraryFacts,
): Decided {
  if (!holdsOneOf(by, MODEL_CHECKERS))
    return refuse('MAY_NOT', { action: 'check a model', needs: MODEL_CHECKERS, person: by.name });
  const found = inMaking(state, command.model);
  if (!found.ok) return found;
  const { kept, draft } = found.value;
  if (draft.digest !== command.digest) return refuse('DRAFT_CHANGED', { revision: called(kept) });
  const first = { ids: draft.writers, because: 'made it', lastAt: draft.draftedBy.at };
  const look = secondLook(`check ${called(kept)}`, first, by, at, secondPerson);
  if (!look.ok) return look;
  const data = { model: command.model, digest: draft.digest, samePerson: look.value ?? null };
  return ok([{ type: 'modelChecked', v: 1, data }]);
}
const MODEL_CHECKERS = ['steward', 'inspector', 'technician'] as const;
