import {
  askSecondLookRequest,
  askTemperaturesRequest,
  defineCharacteristicRequest,
  governsRequest,
  serialExpected,
  noteCheckRequest,
  takeBackCheckNoteRequest,
  setJudgingRequest,
  setKindOrderRequest,
} from '@oak-gate/contract';
import type { CheckNotes, GovernsView, LibraryView } from '@oak-gate/contract';
import {
  currentRevisions,
  ENGINE_CLASSES,
  figureOf,
  isLength,
  judgingOf,
  pinContext,
  revisionState,
  routesOf,
  whatIsSaid,
  own,
} from '@oak-gate/core';
import type { LibraryState, Nanometres } from '@oak-gate/core';
import { Router } from 'express';
import * as z from 'zod';
import { actorOf } from '../people';
import { bodyOf, checked } from '../platform/body';
import { ProblemError } from '../platform/problem-error';
import type { Services } from '../services';
import { importRoutes } from './import.routes';
import { modelRoutes } from './model.routes';
import { Library } from './library.service';
import { revisionRoutes } from './revision.routes';
import { routeRoutes } from './route.routes';
import { sampleRoutes } from './samples.routes';
import { searchLibrary } from './search';
import { tableRoutes } from './table.routes';

const MOST_LISTED = 200;
const UNSAID = { rule: null, coarse: null } as const;

export function libraryRoutes(services: Services): Router {
  const router = Router();
  const library = new Library(services);

  router.get('/', async (req, res) => {
    const { q } = checked(z.object({ q: z.string().max(200).default('') }), req.query);
    res.json(listView(library, await library.state(), q));
  });
  router.get('/search', async (req, res) => {
    const { q } = checked(z.object({ q: z.string().max(200).default('') }), req.query);
    res.json(await searchLibrary(library, q));
  });
  router.get('/governs', async (req, res) => {
    res.json(await governsView(library, checked(governsRequest, req.query)));
  });

  router.post('/characteristics', async (req, res) => {
    const { id, characteristic } = bodyOf(defineCharacteristicRequest, req);
    // What nobody said: it depends on no part, and is compared by rows alone until a tool is said for it.
    const defined = {
      parts: [],
      stateOf: characteristic.parts?.[0] ?? ('bore' as const),
      tools: [],
      questions: [],
      allowNegative: false,
      ...characteristic,
    };
    await library.execute(id, { type: 'defineCharacteristic', characteristic: defined }, actorOf(res));
    res.status(201).json({ characteristic: defined });
  });
  router.post('/characteristics/temperatures', async (req, res) => {
    const { id, characteristic, asked } = bodyOf(askTemperaturesRequest, req);
    await library.execute(id, { type: 'askTemperatures', characteristic, asked }, actorOf(res));
    res.status(201).json({ characteristic, asked });
  });
  router.post('/characteristics/second-look', async (req, res) => {
    const { id, ...asked } = bodyOf(askSecondLookRequest, req);
    await library.execute(id, { type: 'askSecondLook', ...asked }, actorOf(res));
    res.status(201).json(asked);
  });
  router.post('/characteristics/notes', async (req, res) => {
    const { id, note } = bodyOf(noteCheckRequest, req);
    await library.execute(id, { type: 'noteCheck', note: { ...note, id } }, actorOf(res));
    res.status(201).json({ id });
  });
  router.post('/characteristics/notes/taken-back', async (req, res) => {
    const { id, note, reason } = bodyOf(takeBackCheckNoteRequest, req);
    await library.execute(id, { type: 'takeBackCheckNote', note, reason }, actorOf(res));
    res.status(201).json({ note });
  });
  router.get('/characteristics/:id/notes', async (req, res) => {
    const state = await library.state();
    const notes: CheckNotes = notesOf(library, state, req.params.id);
    res.json(notes);
  });
  router.post('/judging', async (req, res) => {
    const { id, ...said } = bodyOf(setJudgingRequest, req);
    await library.execute(id, { type: 'setJudging', ...said }, actorOf(res));
    res.status(201).json(said);
  });
  router.post('/orders', async (req, res) => {
    const { id, engineClass, order, reason } = bodyOf(setKindOrderRequest, req);
    await library.execute(id, { type: 'setKindOrder', engineClass, order, reason }, actorOf(res));
    res.status(201).json({ engineClass, order });
  });

  router.use('/models', modelRoutes(library));
  router.use('/samples', sampleRoutes(library));
  router.use('/routes', routeRoutes(library));
  router.use('/imports', importRoutes(library));
  router.use('/revisions', tableRoutes(library));
  router.use('/revisions', revisionRoutes(library));
  return router;
}

/** What is noted of one check, each with what became of the document that says so. */
const notesOf = (library: Library, state: LibraryState, characteristic: string): CheckNotes => {
  const current = currentRevisions(state, library.today());
  return {
    notes: state.checkNotes
      .filter((each) => each.characteristic === characteristic)
      .map((each) => {
        const source = each.document === null ? undefined : own(state.revisions, each.document);
        return {
          ...each,
          sourceState: source === undefined ? null : revisionState(source, current, library.today()),
        };
      }),
  };
};

function listView(library: Library, state: LibraryState, asked: string): LibraryView {
  const on = library.today();
  const current = currentRevisions(state, on);
  const word = asked.trim().toLowerCase();
  const suiting = Object.values(state.revisions).filter(({ revision }) =>
    `${revision.id} ${revision.title} ${(revision.appliesTo.models ?? []).join(' ')}`
      .toLowerCase()
      .includes(word),
  );
  const { catalogue } = library.services;
  return {
    total: suiting.length,
    revisions: suiting
      .sort(({ revision: a }, { revision: b }) =>
        a.number === b.number ? (a.effective < b.effective ? 1 : -1) : a.number < b.number ? -1 : 1,
      )
      .slice(0, MOST_LISTED)
      .map((kept) => ({
        ...kept.revision,
        rowCount: kept.rows.length,
        state: revisionState(kept, current, on),
      })),
    models: Object.values(state.models).map(({ model, digest, version, draft }) => ({
      id: model.id,
      maker: model.maker,
      name: model.name,
      engineClass: model.engineClass,
      cylinders: model.layout.cylinders.length,
      serials: serialExpected(model.serialPattern),
      digest,
      version,
      draft:
        draft === undefined ? null : draft.checked === undefined ? ('made' as const) : ('checked' as const),
    })),
    characteristics: library.characteristics(state).map((each) => ({
      ...each,
      ours: Object.hasOwn(state.characteristics, each.id),
      warm: state.temperatures.includes(each.id),
      notes: notesOf(library, state, each.id).notes,
      looks: own(state.secondLooks, each.id) ?? { asked: false, tolerance: null },
    })),
    orders: ENGINE_CLASSES.map((engineClass) => ({
      engineClass,
      order: own(state.orders, engineClass) ?? catalogue.policyFor(engineClass).order,
      ours: Object.hasOwn(state.orders, engineClass),
    })),
    judging: (['shop', ...ENGINE_CLASSES] as const).map((of) => ({
      of,
      ...(own(state.judging, of) ?? UNSAID),
      // What holds for every class that says nothing of its own.
      holds:
        of === 'shop'
          ? judgingOf({ shop: own(state.judging, 'shop') ?? UNSAID }, 'aircraft')
          : judgingOf(state.judging, of),
    })),
    routes: routesOf(catalogue.routes, state).map(({ id, covers, classes }) => ({
      id,
      covers,
      ...(classes === undefined ? {} : { classes }),
    })),
  };
}

/** What the documents say of one engine: the look-up decides with the same functions as a job does. */
async function governsView(library: Library, asked: z.output<typeof governsRequest>): Promise<GovernsView> {
  const state = await library.state();
  const model = await library.model(asked.model);
  const on = asked.on === '' ? library.today() : asked.on;
  const size = (path: string, text: string): Nanometres | null => {
    if (text.trim() === '') return null;
    const figure = figureOf(text.trim(), model.bore.unit);
    if (figure !== undefined && isLength(figure)) return figure.nm;
    throw ProblemError.of('BODY_WRONG', { path, message: `"${text}" is not a size in ${model.bore.unit}` });
  };
  const said = (text: string): string | null => (text.trim() === '' ? null : text.trim());
  const { context, diameterBasis } = pinContext(
    model,
    {
      serial: asked.serial.trim(),
      oversize: size('oversize', asked.oversize),
      measuredBore: size('measuredBore', asked.measuredBore),
      buildDate: said(asked.buildDate),
      pistonMaterial: said(asked.pistonMaterial),
      ringPartNumber: said(asked.partNumber),
    },
    asked.duty.trim(),
  );
  const { duty, ...rest } = context;
  const engine = duty === '' ? rest : context;
  const found = whatIsSaid({ model, revisions: currentRevisions(state, on), engine });
  const rows = found.rows.filter(({ characteristic }) => characteristic === asked.characteristic);
  return {
    model: library.withStations(state, model),
    characteristics: library.characteristics(state),
    documents: found.documents,
    rows,
    policy: library.policy(state, model),
    context: found.context,
    diameterBasis,
    on,
  };
}
