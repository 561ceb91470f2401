import { gateStatement } from '@oak-gate/contract';
import { mkdirSync, mkdtempSync, readFileSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { randomUUID } from 'node:crypto';
import {
  aboutPart,
  basedOnNow,
  baseValue,
  currentPin,
  currentReading,
  digestOf,
  facesOpen,
  gateRule,
  lookDoubts,
  mapDoubts,
  mapSlots,
  nanometres,
  openMatters,
  partIn,
  placeAt,
  placeKey,
  placesOf,
  refitParts,
  slotsOf,
  toReplace,
} from '@oak-gate/core';
import type {
  Actor,
  Instrument,
  JobDraft,
  JobState,
  LibraryCommand,
  PeopleState,
  PrintedFigure,
  Route,
  Stage,
} from '@oak-gate/core';
import { Jobs } from '../src/jobs';
import { Library } from '../src/library/library.service';
import { ledgerStore } from '../src/record/ledger.store';
import { exportRecord } from '../src/release/record-export';
import { documentOf } from '../src/release/record-print';
import { jobRequest, PIN, serverRoot, Shop } from './shop';
import { textOf } from './text-of';
import { squaredAt } from '../../core/test/as-planned';

/**
 * Makes the frozen folder of the present format: every chain with every type of event, an export, the text of its print.
 * It is run once when a format is released, and its files are never made again:
 * `npx jest -c server/jest.config.mjs --testMatch '**\/golden.make.ts'` with OUT naming the folder.
 */
const out = process.env['OUT'] ?? join(tmpdir(), 'golden');

/** The figure as a document prints it once more, a tenth wide of itself. */
const inMillimetres = (figure: PrintedFigure): PrintedFigure => {
  const nm = nanometres(Math.round((baseValue(figure) * 1.1) / 10_000) * 10_000);
  return { text: (nm / 1_000_000).toFixed(2), unit: 'mm', nm };
};

/** What is measured besides the gaps: two sizes of each bore, what they come to, and whether it was looked into. */
const OF_BORES = [
  { id: 'boreTop', name: 'Bore at the top', tools: ['sizeGauge'], setting: true },
  {
    ...{ id: 'boreFoot', name: 'Bore at the foot', tools: ['sizeGauge'] },
    conditions: [{ id: 'heat', name: 'Heat', choices: [{ id: 'cold', text: 'cold' }] }],
  },
  {
    ...{ id: 'boreCone', name: 'Bore, top less foot', tools: [], allowNegative: true },
    from: { rule: 'difference', of: 'boreTop', less: 'boreFoot' },
  },
  { id: 'boreSeen', name: 'Bore without score', tools: [], unitKind: 'check' },
  { id: 'boreHours', name: 'Hours of a bore', tools: [], unitKind: 'hours' },
  {
    ...{ id: 'boreConeCold', name: 'Bore, top less foot, cold', tools: [], allowNegative: true },
    ...{ judgedAs: 'boreCone', below: 'interference' },
    from: {
      ...{ rule: 'difference', of: 'boreTop', less: 'boreFoot' },
      when: { condition: 'heat', is: 'cold' },
    },
  },
  {
    id: 'boreShrunk',
    name: 'Sleeve in its bore',
    tools: ['sizeGauge'],
    allowNegative: true,
    below: 'interference',
  },
  {
    ...{ id: 'boreStrip', name: 'Play by the strip', tools: ['strip'], running: true },
    questions: [{ id: 'dry', text: 'Dry and wiped?', when: 'always' }],
  },
].map((each) => ({
  ...{ measures: 'in each cylinder', usualTool: 'bore gauge', unitKind: 'length', axes: ['cylinder'] },
  ...{ wear: 'grows', words: { tight: 'small', loose: 'large' }, parts: ['bore'], stateOf: 'bore' },
  ...each,
}));
const SHEETS_OF_BORES = OF_BORES.map(({ id }) => id);
/** A folder of data with the shipped route, which has these sheets as well. */
function folderWithRoute(): string {
  const folder = mkdtempSync(join(tmpdir(), 'oak-gate-golden-'));
  mkdirSync(join(folder, 'routes'));
  const shipped = JSON.parse(
    readFileSync(join(serverRoot, 'data/routes/ring-gaps.json'), 'utf8'),
  ) as Route & { readonly id: string };
  const gates = shipped.gates.map((gate) =>
    gate.stage === 'rings'
      ? {
          ...gate,
          sheets: [...gate.sheets, ...SHEETS_OF_BORES],
          conditions: [...gate.conditions, 'partsRefitted' as const],
        }
      : gate,
  );
  const strip = {
    ...{ stage: 'strip', label: 'Strip', conditions: ['gatesBefore', 'mapComplete'], sheets: [] },
    ...{ signedBy: ['technician', 'inspector'], independent: false },
  };
  const inspect = {
    ...{ stage: 'inspect', label: 'Inspect', conditions: ['gatesBefore', 'partsInspected'], sheets: [] },
    ...{ signedBy: ['inspector'], independent: true },
  };
  const [arrival, ...others] = gates;
  const stripped = [arrival, strip, inspect, ...others];
  const route = { ...shipped, id: 'gaps-and-bores', covers: 'ring end gaps and bores', gates: stripped };
  writeFileSync(join(folder, 'routes/gaps-and-bores.json'), JSON.stringify(route));
  return folder;
}

test('the corpus of this format', async () => {
  const shop = await (await new Shop(folderWithRoute()).open()).furnish();
  const { services } = shop;
  await shop.sealed();
  const people = async (id: string) => {
    const state = await services.ledger.state<PeopleState>('people');
    const { active: _, ...actor } = state!.people[id]!;
    return actor;
  };
  const [teo, ivo, sanna, perrin, ghislaine] = (await Promise.all(
    ['teo', 'ivo', 'sanna', 'perrin', 'ghislaine'].map(people),
  )) as [Actor, Actor, Actor, Actor, Actor];
  const library = new Library(services);
  const lib = (command: LibraryCommand) => library.run(command, teo);
  const sl88 = (await library.revision('SL-88 rev B')).rows;
  const revision = (number: string, rev: string, kind: 'letter' | 'manual' | 'partMaker') => ({
    id: `${number} rev ${rev}`,
    number,
    revision: rev,
    title: 'Ring gaps',
    kind,
    issued: '2026-01-01',
    effective: '2026-01-02',
    appliesTo: { models: ['VA-4-330'] },
  });
  const file = { name: 'rows.csv', sha256: 'a'.repeat(64) };
  await lib({
    type: 'draftRevision',
    revision: { ...revision('OM-1', '1', 'partMaker'), partsMaker: 'Quill' },
  });
  const rows = sl88
    .filter(({ station }) => station === 'top')
    .map((row) => ({
      ...row,
      id: `OM-1 rev 1 row ${row.label}`,
      printed: { max: { text: '0.008', unit: 'in' as const, nm: nanometres(203_200) } },
    }));
  await lib({ type: 'importRows', revision: 'OM-1 rev 1', file, rows });
  await lib({
    type: 'attachFile',
    revision: 'OM-1 rev 1',
    file: { name: 'scan.txt', sha256: 'b'.repeat(64), bytes: 3, mime: 'text/plain' },
  });
  const digest = (await (await shop.as('perrin')).get('/api/library/revisions/OM-1%20rev%201')).body.digest;
  await library.run({ type: 'checkRevision', revision: 'OM-1 rev 1', digest }, perrin);
  await lib({ type: 'publishRevision', revision: 'OM-1 rev 1' });
  await lib({ type: 'draftRevision', revision: revision('OM-2', '1', 'manual') });
  await lib({ type: 'dropDraft', revision: 'OM-2 rev 1', reason: 'typed by mistake' });
  await lib({
    type: 'defineCharacteristic',
    characteristic: {
      ...services.catalogue.characteristics[0]!,
      id: 'ownGap',
      name: 'Gap of the shop',
    },
  });
  await lib({
    type: 'setKindOrder',
    engineClass: 'aircraft',
    order: ['partMaker', 'letter', 'manual'],
    reason: 'the maker asks for it',
  });
  for (const [batchOf, ends] of [
    ['one', 'finishImport'],
    ['two', 'abandonImport'],
  ] as const) {
    const id = batchOf === 'one' ? 'OM-8' : 'OM-9';
    const drafts = [
      { revision: revision(id, '1', 'manual'), rows: [{ ...sl88[0]!, id: `${id} rev 1 row 1` }] },
    ];
    await lib({ type: 'importBatch', batchOf, file, drafts });
    await lib(ends === 'finishImport' ? { type: ends, batchOf } : { type: ends, batchOf, reason: 'stopped' });
  }
  await (
    await shop.as('teo')
  ).post('/api/instruments/checks', {
    id: randomUUID(),
    instrument: 'FS-2',
    calibratedOn: '2026-05-20',
    dueOn: '2026-06-02',
    certificate: 'C-7',
  });
  await (
    await shop.as('teo')
  ).post('/api/people/change', {
    id: randomUUID(),
    person: { ...sanna, authorisation: 'T-12' },
    active: true,
    reason: 'licensed since May',
  });

  for (const [secondPerson, reason] of [
    ['sameSaid', 'alone in August'],
    ['required', 'August is over'],
  ])
    await (await shop.as('teo')).post('/api/shop/policy', { id: randomUUID(), secondPerson, reason });
  for (const unit of ['in', null])
    await (await shop.as('teo')).post('/api/shop/unit', { id: randomUUID(), unit });
  for (const zone of ['America/Halifax', 'Europe/Oslo'])
    await (await shop.as('teo')).post('/api/shop/zone', { id: randomUUID(), zone, reason: 'the shop moved' });
  await (await shop.as('teo')).post('/api/shop/key', { id: randomUUID(), reason: 'ten years old', pin: PIN });
  const teoAt = await shop.as('teo');
  for (const characteristic of OF_BORES)
    await teoAt.post('/api/library/characteristics', { id: randomUUID(), characteristic });
  await teoAt.post('/api/instruments', {
    id: randomUUID(),
    instrument: {
      ...{ id: 'BG-1', name: 'Bore gauge', kind: 'sizeGauge', unit: 'mm', resolution: '0.001' },
      ...{ uncertainty: '0.003', calibratedOn: '2026-05-01', dueOn: '2026-12-01', blades: [] },
    },
  });
  await teoAt.post('/api/instruments', {
    id: randomUUID(),
    instrument: {
      ...{ id: 'PS-1', name: 'Plastic strip', kind: 'strip', unit: 'mm', resolution: '0.025' },
      ...{ uncertainty: '0.01', calibratedOn: '2026-05-01', dueOn: '2026-12-01' },
      blades: ['0.025', '0.050', '0.075', '0.100'],
    },
  });
  // A gauge lost a blade; a model is drafted, dropped, drafted again, looked at and published; a route is made and put away.
  const gauges = (await teoAt.get('/api/instruments')).body as Instrument[];
  const strip = gauges.find(({ id }) => id === 'PS-1')!;
  const { calibratedOn: _, dueOn: __, ...said } = strip;
  await teoAt.post('/api/instruments/changes', {
    id: randomUUID(),
    instrument: { ...said, resolution: '0.025', uncertainty: '0.01', blades: ['0.025', '0.050', '0.075'] },
    ...{ seen: digestOf(strip), reason: 'the card was torn' },
  });
  const before = await library.model('VA-4-330');
  const contents = [
    { id: 'rings', name: 'Rings', count: 8, kind: 'ring' },
    { id: 'seals', name: 'Seals', count: 4 },
  ];
  const more = {
    kits: [{ id: 'top', name: 'Top overhaul kit', contents }],
    lives: [{ kind: 'piston', counts: 'hours', limit: 9000, untilNext: 2000 }] as const,
  };
  const next = { ...before, layout: { ...before.layout, ...more, frontLabel: 'airscrew end' } };
  const draftNext = () => lib({ type: 'draftModel', model: next, seen: digestOf(before) });
  await draftNext();
  await lib({ type: 'dropModelDraft', model: before.id, reason: 'too early' });
  await draftNext();
  await library.run({ type: 'checkModel', model: before.id, digest: digestOf(next) }, perrin);
  await lib({ type: 'publishModel', model: before.id });
  const ours = { ...services.catalogue.routes[0]!, id: 'ring-gaps-2', covers: 'ring end gaps, ours' };
  await lib({ type: 'keepRoute', route: ours, seen: null, reason: 'the yard wants it so' });
  await lib({ type: 'putRouteAway', route: ours.id, reason: 'nobody goes it' });
  for (const [characteristic, asked] of [
    ['boreTop', true],
    ['boreTop', false],
    ['boreFoot', true],
  ] as const)
    await lib({ type: 'askTemperatures', characteristic, asked });
  // Two people measure what lies at the foot; how readings near a limit are decided is said for all, and for a class.
  await lib({
    ...{ type: 'askSecondLook', characteristic: 'boreFoot', asked: true },
    tolerance: { text: '0.01', unit: 'mm' },
  });
  // Why it is checked, by a document; and what is only said, which somebody took back.
  const noted = { characteristic: 'ringGap', text: 'A gap that closes scores the bore.' };
  await lib({
    type: 'noteCheck',
    note: { ...noted, id: 'n-1', kind: 'why', document: 'SL-88 rev B', from: 'introduction' },
  });
  await lib({
    type: 'noteCheck',
    note: { ...noted, id: 'n-2', kind: 'hearsay', document: null, from: 'the quay' },
  });
  await lib({ type: 'takeBackCheckNote', note: 'n-2', reason: 'nobody said that' });
  for (const [of, rule, coarse] of [
    ['shop', 'guarded', 'warn'],
    ['shop', 'simple', null],
    ['aircraft', null, 'warn'],
  ] as const)
    await lib({ type: 'setJudging', of, rule, coarse, reason: 'agreed with the inspector' });
  await shop.publish(
    { number: 'OM-5', revision: '1', kind: 'manual' },
    [
      'row,characteristic,min,max,service_max,unit,fit_is,rule,across,spread_of,question,piston_materials',
      '1,boreTop,130.17,130.20,130.30,mm,,,,,,',
      '2,boreFoot,130.17,130.20,130.30,mm,,,,,,',
      '3,boreCone,0,0.05,,mm,,,,,,',
      '4,boreSeen,,,,,,check,,,Is the bore without score?,',
      '5,boreTop,130.16,130.25,130.35,mm,,,,,,K',
      '6,boreShrunk,0.03,0.07,,mm,interference,,,,,',
      '7,boreStrip,0.03,0.10,,mm,,,,,,',
      '8,boreFoot,,0.05,,mm,,spread,engine,mids,,',
      '9,boreHours,,16000,,h,,,,,,',
    ].join('\n'),
  );
  const opened = await (
    await shop.as('ivo')
  ).post('/api/jobs', { ...jobRequest('J-2', '4330-20471'), route: 'gaps-and-bores' });
  const jobId = opened.body.jobId as string;
  const jobs = new Jobs(services);
  const state = (): Promise<JobState> => jobs.state(jobId);
  const give = async (draft: JobDraft, by = ivo): Promise<void> => {
    shop.clock.advance(60_000);
    const due = 'instrument' in draft && draft.instrument !== 'FS-2' ? '2026-12-01' : '2026-06-02';
    const dueOn = draft.type === 'takeInstrument' ? { dueOn: due } : {};
    await jobs.command(jobId, randomUUID(), basedOnNow(await state(), { ...dueOn, ...draft }), by);
  };
  const sign = async (stage: Stage, by: typeof ivo): Promise<void> => {
    for (const finding of openMatters(await state()).findings) {
      if (finding.kind !== 'withdrawn') continue;
      const { place, withdrawn } = finding;
      const basedOn = placeAt(await state(), place).version;
      await give(
        {
          ...{ type: 'agreeWithdrawal', place, basedOn, reading: withdrawn.reading.seq },
          reason: 'measured beside him',
        },
        sanna,
      );
    }
    const now = await state();
    await give({ type: 'signGate', gate: stage, ...gateStatement(now, gateRule(now, stage)!) }, by);
  };
  const version = async (place: string): Promise<number> => placeAt(await state(), place).version;
  const take = async (place: string, text: string, by = ivo, basedOn?: number): Promise<void> =>
    give(
      {
        type: 'takeReading',
        place,
        basedOn: basedOn ?? (await version(place)),
        text,
        unit: 'thou',
        instrument: 'FS-2',
        answers: [{ question: 'expanderOut', answer: 'yes' }],
        slip: null,
        ...squaredAt(place),
      },
      by,
    );
  /** Somebody looks at what was said anew, and at whatever else about the limits is accepted with a reason. */
  const acceptNotes = async (): Promise<void> => {
    for (const { kind, ...finding } of openMatters(await state()).findings)
      if (kind === 'limitNote' && 'note' in finding)
        await give(
          { type: 'acceptLimitNote', note: finding.note.id, approval: null, reason: 'looked at it' },
          perrin,
        );
  };
  const looked = { found: 'good', defects: [], reason: '', remark: '', cause: null } as const;
  /** Whatever is open of the parts: good, and of crack tests that there was none. */
  const lookAtRest = async (): Promise<void> => {
    for (const { slot, item, rule } of facesOpen(await state()))
      await give({
        ...{ type: 'sayLooked', slot, item, ...looked },
        ...(rule?.sort === 'test' ? { found: 'notInspected', reason: 'no fluid in the shop' } : {}),
      });
    for (const { id, kind } of lookDoubts(await state()))
      await give(
        {
          ...{ type: 'decideLook', finding: id, reason: 'looked at the part' },
          approval: kind === 'rejected' ? { number: 'C-14', date: '2026-06-01', issuer: 'office' } : null,
        },
        perrin,
      );
  };
  /** What ran in goes back as it was found, one said anew; what is used up is new. */
  const refit = async (): Promise<void> => {
    for (const { slot, expected, mapped } of refitParts(await state()))
      await give({ type: 'sayRefit', slot, way: expected ?? mapped.ways[0]!, reason: '' });
    const [one] = refitParts(await state());
    await give({ type: 'sayRefit', slot: one!.slot, way: one!.said!.way, reason: 'looked again' }, sanna);
    for (const { slot } of toReplace(await state()))
      await give({
        ...{ type: 'replacePart', ...(await basis(slot)), reason: 'used up' },
        instead: { state: 'new', partNumber: 'CL-1', lot: null },
      });
  };
  /** A face that was good and is not, one that was rejected with what is suspected, and crack tests: given up, and read. */
  const lookAtParts = async (): Promise<void> => {
    const [one, two] = ['piston@cylinder:2', 'pin@cylinder:2'];
    await give({ type: 'sayLooked', slot: one, item: 'crown', ...looked });
    const defects = [{ kind: 'burning', where: 'edge, thrust side', size: '4 mm' }] as const;
    const wrong = { found: 'rejected', defects, cause: 'knock' } as const;
    await give(
      { type: 'sayLooked', slot: one, item: 'crown', ...looked, ...wrong, remark: 'seen again' },
      sanna,
    );
    const begin = async (): Promise<number> => {
      const at = (await state()).at;
      await give({
        ...{ type: 'beginTest', slots: [one, two], method: 'penetrant', area: 'crown and grooves' },
        ...{ batch: 'PT-2611', batchUntil: '2027-04-30', qualification: 'level 2' },
        ...{ qualifiedUntil: '2027-12-31', dwell: 0, development: 0, startedAt: at },
      });
      return (await state()).crackTests.at(-1)!.seq;
    };
    await give({ type: 'dropTest', test: await begin(), reason: 'wiped too early' });
    const test = await begin();
    const at = (await state()).at;
    await give({ type: 'developTest', test, developedAt: at });
    await give({
      ...{ type: 'readTest', test, readAt: at },
      results: (await state()).crackTests.at(-1)!.parts.map(({ part }, i) => ({
        part,
        found: i === 0 ? 'good' : 'rejected',
        where: 'end',
        size: '3 mm',
      })),
    });
    await lookAtRest();
    await sign('inspect', perrin);
  };
  await give({ type: 'correctSerial', serial: '4330-20417', reason: 'two digits were swapped' });
  await give({ type: 'confirmIdentity', serialSeen: '4330-20417' }, sanna);
  await give({ type: 'checkDocuments' }, perrin);
  await give({ type: 'takeBackDocumentCheck', reason: 'the letter on the wall is a newer one' }, perrin);
  await give({ type: 'checkDocuments' }, perrin);
  await give({ type: 'takeInstrument', instrument: 'FS-2' });
  await give({ type: 'sayEngineFacts', facts: { pistonMaterial: 'H' }, reason: 'stamped on the crown' });
  await give({ type: 'checkDocuments' }, perrin);
  await give({ type: 'takeInstrument', instrument: 'BG-1' });
  await give({ type: 'takeInstrument', instrument: 'PS-1' });
  const quarter = nanometres(254_000);
  await give({
    type: 'sayCylinderFacts',
    cylinders: ['2'],
    facts: { oversize: quarter },
    reason: 'stamped on the flange',
  });
  await give({ type: 'sayEngineFacts', facts: { pistonMaterial: 'L' }, reason: 'read again' });
  await give({ type: 'checkDocuments' }, perrin);
  await sign('arrival', perrin);
  const pin = currentPin(await state())!;
  // How it turned, what lay where and which way round; one was said anew, and one was odd.
  await give({ type: 'sayTurning', effort: '31 N.m at the propeller', remark: 'even' });
  const ran = { type: 'sayRunning', place: 'boreStrip@cylinder:1', unit: 'mm' } as const;
  await give({ ...ran, text: '0.12', remark: 'by a strip through the plug hole' });
  await give({ ...ran, text: '0,11', remark: 'read again' }, sanna);
  const found = { cannotTell: false, odd: '', remark: '', hours: null, reason: '' };
  for (const { slot, ways, usedUp } of mapSlots(pin.model.layout))
    await give({
      ...{ type: 'sayAsFound', slot, ...found, way: ways[0] ?? null },
      ...{ there: slot !== 'piston@cylinder:1', atBuild: usedUp ? 'new' : 'reused' },
      ...(slot === 'rod@cylinder:2' ? { odd: 'faces the other way', hours: 1962.5 } : {}),
      ...(slot === 'pin@cylinder:2' ? { way: null, cannotTell: true } : {}),
    });
  await give(
    {
      type: 'sayAsFound',
      slot: 'rod@cylinder:1',
      ...found,
      way: 'rear',
      there: true,
      atBuild: 'reused',
      reason: 'seen again',
    },
    sanna,
  );
  const [odd] = mapDoubts(await state());
  await give({ type: 'decideOdd', finding: odd!.id, keep: true, reason: 'run in so' }, perrin);
  await sign('strip', ivo);
  await lookAtParts();
  for (const each of pin.fits.filter(({ governing }) => governing.contradiction)) {
    for (const accept of [false, true]) {
      await give(
        {
          type: 'decideLimit',
          fit: each.fit,
          partState: each.partState,
          rows: { min: each.governing.sources.min! },
          reason: 'the letter on top of travel is for these rings',
        },
        perrin,
      );
      const choice = (await state()).limitChosen.at(-1)!.seq;
      await give({ type: 'confirmLimit', choice, accept, reason: 'read both papers' }, teo);
    }
  }
  await acceptNotes();
  const slots = slotsOf(pin.model.layout, 'ring').map(({ key }) => key);
  await give({ type: 'fitParts', slots, state: 'new', partNumber: 'RG-3', lot: '77', sizeClass: 'standard' });
  // A swap that is planned and given up, one that is done and undone, and one that could not be: it stands as a report.
  const [one, other] = [`${slots[0]!}#1`, `${slots[3]!}#1`];
  const swapped = (a: string, b: string) => [
    { part: a, to: slots[3]! },
    { part: b, to: slots[0]! },
  ];
  const moves = swapped(one, other);
  const seen = [one, other].map((id) => ({ id, condition: 1 }));
  await give({
    ...{ type: 'planWork', work: { kind: 'move', moves, seen, reason: 'to file less' }, about: [] },
    reason: 'to file less',
  });
  await give({ type: 'dropPlan', plan: (await state()).plans.at(-1)!.seq, reason: 'nothing gained' });
  await give({ type: 'moveParts', moves, reason: 'to file less' });
  await give({ type: 'moveParts', moves: swapped(other, one), reason: 'as boxed' });
  await give({ type: 'moveParts', moves: [{ part: one, to: slots[3]! }], reason: 'x' });
  await give(
    { type: 'settleFact', report: (await state()).reports.at(-1)!.seq, as: 'notDone', reason: 'looked' },
    perrin,
  );
  const places = placesOf(pin.model.layout, pin.characteristics[0]!);
  const [firstPlace] = places.map(placeKey);
  // Held at another depth: it is kept, and does not count.
  await give({
    ...({
      type: 'takeReading',
      place: firstPlace!,
      text: '12d/13s',
      unit: 'thou',
      instrument: 'FS-2',
    } as const),
    ...{ answers: [{ question: 'expanderOut', answer: 'yes' }], slip: null },
    ...squaredAt(firstPlace!),
    depth: { text: '5.0', unit: 'in', datum: 'skirtEnd' },
  });
  for (const place of places) {
    const text = place.at.station === 'skirt' ? (place.at.groove === '3' ? '18/20' : '44/46') : '11/12';
    await take(placeKey(place), text);
  }
  const ofBore = { answers: [], slip: null };
  for (const { id: cylinder } of pin.model.layout.cylinders) {
    const gauged = { ...ofBore, type: 'takeReading', unit: 'mm', instrument: 'BG-1' } as const;
    const setting = { text: '130.18', unit: 'mm', against: 'ring gauge RG-130' } as const;
    await give({ ...gauged, place: `boreTop@cylinder:${cylinder}`, text: '130.19', setting });
    const conditions = [{ condition: 'heat', is: 'cold' }];
    const temperatures =
      cylinder === '1'
        ? { part: '24.5', gauge: '20', kept: 'the block stands in the sun' }
        : { part: '21', gauge: '20.5' };
    const foot = { ...gauged, conditions, temperatures };
    await give({ ...foot, place: `boreFoot@cylinder:${cylinder}`, text: '130.18' });
    // The second look: blind, and near enough.
    await give(
      { ...foot, place: `boreFoot@cylinder:${cylinder}`, text: '130.185', blind: true, limitsHidden: true },
      sanna,
    );
    const seen = { ...ofBore, type: 'takeReading', unit: null, instrument: null } as const;
    await give({ ...seen, place: `boreSeen@cylinder:${cylinder}`, text: 'yes' });
    await give({ ...seen, place: `boreHours@cylinder:${cylinder}`, text: '1 962.5 h' });
    await give({ ...gauged, place: `boreShrunk@cylinder:${cylinder}`, text: '-0.05' });
    const strip = { ...gauged, instrument: 'PS-1', place: `boreStrip@cylinder:${cylinder}` };
    // The first one was oiled: it is kept, and counts for nothing.
    for (const [answer, text] of [
      ['no', '0.025-0.050'],
      ['yes', '0.050-0.075'],
    ] as const)
      await give({ ...strip, text, answers: [{ question: 'dry', answer }] });
  }
  const top = 'boreTop@cylinder:1';
  await give({
    type: 'correctReading',
    place: top,
    basedOn: await version(top),
    reading: placeAt(await state(), top).readings.at(-1)!.seq,
    reason: 'typing',
    instead: null,
  });
  await give({
    ...ofBore,
    type: 'takeReading',
    place: top,
    // Twenty graduations over the setting.
    text: '+20',
    unit: 'mm',
    instrument: 'BG-1',
    setting: { text: '130.18', unit: 'mm', against: 'ring gauge RG-130' },
  });
  // A piston of another material judges the bore beside it again; what is read on a ring is said of that ring.
  const piston = { ...({ state: 'new', partNumber: 'K-130', lot: null } as const), maker: 'Quill' };
  await give({ type: 'fitParts', slots: ['piston@cylinder:1'], ...piston, material: 'K' });
  await give({
    type: 'sayPartFacts',
    parts: [partIn(await state(), slots[0]!)!.id],
    facts: { maker: 'Quill', material: 'iron', serial: 'S-9', hours: 0 },
    reason: 'stamped beside the gap',
  });
  const [first, second, third, fourth, fifth, sixth] = places.map(placeKey) as [string, ...string[]] &
    Record<number, string>;
  const basis = async (slot: string) => {
    const part = partIn(await state(), slot)!;
    return { part: part.id, basedOn: part.condition };
  };
  const readingAt = async (place: string) => placeAt(await state(), place).readings.at(-1)!.seq;
  await give({
    type: 'correctReading',
    place: first,
    basedOn: await version(first),
    reading: await readingAt(first),
    reason: 'typing',
    instead: null,
  });
  await take(first, '42/52');
  await take(first, '<44'); // what goes and what stops make one bracket
  // Somebody else finds the same; what cannot be true beside it stands contested, and one of them is kept.
  await take(first, '42/44', sanna);
  await give(
    {
      ...{
        type: 'takeReading',
        place: first,
        keepBoth: true,
        text: '46/48',
        unit: 'thou',
        instrument: 'FS-2',
      },
      ...{ answers: [{ question: 'expanderOut', answer: 'yes' }], slip: null, ...squaredAt(first) },
    },
    ivo,
  );
  await give(
    {
      ...{ type: 'decideContest', place: first, basedOn: await version(first) },
      ...{ keep: placeAt(await state(), first).readings.at(-2)!.seq, reason: 'the 46 does not go' },
    },
    perrin,
  );
  await give({
    type: 'voidReading',
    place: second!,
    basedOn: await version(second!),
    reading: await readingAt(second!),
    reason: 'the strip was turned',
  });
  const old = await version(second!);
  await take(second!, '11/12');
  await take(second!, '10/11', sanna, old);
  await give(
    {
      type: 'decideContest',
      place: second!,
      basedOn: await version(second!),
      keep: await readingAt(second!),
      reason: 'measured together',
    },
    perrin,
  );
  await give({
    type: 'reworkPart',
    ...(await basis(slots[1]!)),
    what: 'filed',
    how: '1 thou off one end',
    round: { strokes: 2, tool: 'diamond file', minutes: 3 },
  });
  const late = basedOnNow(await state(), {
    type: 'reworkPart',
    ...(await basis(slots[1]!)),
    what: 'filed',
    how: 'said again from another tablet',
  });
  await give({ type: 'reworkPart', ...(await basis(slots[1]!)), what: 'filed', how: 'a little more' });
  await give(late, sanna);
  const report = (await state()).reports[0]!.seq;
  await give({ type: 'settleFact', report, as: 'same', reason: 'both meant the one filing' }, sanna);
  await take(third!, '44/46');
  await take(fourth!, '12/13');
  await give({
    type: 'replacePart',
    ...(await basis(slots[2]!)),
    reason: 'dropped',
    instead: { state: 'new', partNumber: null, lot: null },
  });
  await give({
    type: 'deferPlace',
    place: fifth!,
    basedOn: await version(fifth!),
    reason: 'the blade is away',
  });
  await give({ type: 'resumePlace', place: fifth!, basedOn: await version(fifth!) });
  await give({
    type: 'takeReading',
    place: fifth!,
    text: '18/20',
    typedFirst: '180/200',
    unit: 'thou',
    instrument: 'FS-2',
    answers: [{ question: 'expanderOut', answer: 'yes' }],
    ...squaredAt(fifth!),
    slip: 'reread',
  });
  // One ring in two bores.
  await give({
    ...{ type: 'carryRing', characteristic: 'ringGap', station: 'skirt', ring: 'the longest of the lot' },
    instrument: 'FS-2',
    gaps: [
      { cylinder: '1', text: '44/46' },
      { cylinder: '2', text: '46/48' },
    ],
  });
  // In its limits, and not worth filing.
  for (const place of [top, first, second!, fifth!]) {
    const reading = currentReading(placeAt(await state(), place));
    if (reading?.verdict.acceptable === true)
      await give({
        ...{ type: 'leaveAsIs', place, basedOn: await version(place), reading: reading.seq },
        reason: 'not worth filing',
      });
  }
  shop.clock.advance(24 * 3_600_000);
  const last = places.filter((place) => place.at.cylinder === '2').map(placeKey)[0]!;
  await give({
    type: 'correctReading',
    place: last,
    basedOn: await version(last),
    reading: await readingAt(last),
    reason: 'takenBack',
    instead: null,
  });
  await take(last, '44/46');
  // A letter that is withdrawn, and a note about a leaflet: news that is declined, then adopted.
  await lib({ type: 'withdrawRevision', revision: 'OM-1 rev 1', reason: 'printed wrongly', then: 'nothing' });
  const documents = async () =>
    (await jobs.news(jobId)).documents.map(({ id, digest: d }) => ({ id, digest: d }));
  await give(
    { type: 'declinePin', documents: await documents(), reason: 'finish with what was pinned' },
    perrin,
  );
  await give({ type: 'pinAgain', documents: await documents(), reason: 'adopted after all' }, perrin);
  shop.clock.jump(-4 * 60_000);
  await give({ type: 'sayEngineFacts', facts: { ringMaker: 'Quill' }, reason: 'read on the box' });
  // The clock is set three hours wrong, believed, and put right: every chain that was written meanwhile says so.
  const clockMoves = async (hours: number, reason: string): Promise<void> => {
    shop.clock.jump(hours * 3_600_000);
    const clock = shop.clock.now();
    const answer = await (
      await shop.as('teo')
    ).post('/api/shop/clock', { id: randomUUID(), clock, reason, pin: PIN });
    if (answer.status !== 201) throw new Error(JSON.stringify(answer.body));
    const order =
      hours > 0 ? (['partMaker', 'manual', 'letter'] as const) : (['letter', 'manual', 'partMaker'] as const);
    await lib({ type: 'setKindOrder', engineClass: 'aircraft', order, reason });
    await (
      await shop.as('teo')
    ).post('/api/instruments/checks', {
      id: randomUUID(),
      instrument: 'FS-2',
      calibratedOn: '2026-05-20',
      dueOn: '2026-06-02',
      certificate: `C-${8 + hours}`,
    });
    await give({ type: 'sayEngineFacts', facts: { ringMaker: hours > 0 ? 'Quill' : 'Quill & Son' }, reason });
  };
  await clockMoves(3, 'set by the clock on the wall');
  await clockMoves(-3, 'that one was wrong');
  for (const accept of [false, true]) {
    await give({
      type: 'declareNotApplicable',
      place: sixth!,
      basedOn: await version(sixth!),
      reason: 'this piston has no such land',
    });
    await give(
      {
        type: 'decideNotApplicable',
        place: sixth!,
        basedOn: await version(sixth!),
        accept,
        reason: 'looked',
      },
      perrin,
    );
  }
  const loose = placeKey(places.at(-2)!);
  await give({ type: 'reworkPart', ...(await basis(slots.at(-1)!)), what: 'filed', how: 'too much' });
  // Taken back by one person, and looked at by another.
  await take(loose, '42+');
  const doubtful = await readingAt(loose);
  await give({
    ...{ type: 'voidReading', place: loose, basedOn: await version(loose), reading: doubtful },
    reason: 'on a burr',
  });
  await give(
    {
      ...{ type: 'agreeWithdrawal', place: loose, basedOn: await version(loose), reading: doubtful },
      reason: 'the burr is there',
    },
    sanna,
  );
  await take(loose, '40+');
  await take(placeKey(places.at(-1)!), '12/13');
  const finding = `outOfLimits ${loose}`;
  await give({ type: 'noteFinding', finding, text: 'it was filed once too often' });
  const picture = { name: 'ring.png', sha256: 'c'.repeat(64), bytes: 9, mime: 'image/png' };
  await give({ type: 'addPhotograph', when: 'before', finding, file: picture, caption: 'the gap' });
  const paper = { name: 'tag.pdf', sha256: 'd'.repeat(64), bytes: 12, mime: 'application/pdf' };
  await give({ type: 'addPaper', finding, file: paper, title: 'release tag 8814' });
  const ticks = [
    { item: 'rings', found: 7, lot: '5512' },
    { item: 'seals', found: 4, lot: '' },
  ];
  const kit = { type: 'unpackKit', kit: 'top', number: '4471', box: 'B-3' } as const;
  await give({ ...kit, ticks, remark: '' });
  const whole = ticks.map((tick) => ({ ...tick, found: tick.item === 'rings' ? 8 : tick.found }));
  await give({ ...kit, ticks: whole, remark: 'the eighth one came' }, sanna);
  await give({
    ...{ type: 'placeOrder', finding, what: 'oil ring', supplier: 'Quill' },
    ...{ sort: 'part', asked: '', number: 'Q-8', expectedOn: '2026-06-20' },
  });
  const order = (await state()).remarks.at(-1)!.seq;
  await give({ type: 'settleOrder', order, as: 'cancelled', note: 'not made any more', certificate: '' });
  await give({
    ...{ type: 'placeOrder', finding, what: 'oil ring, another maker', supplier: 'Quill' },
    ...{ sort: 'part', asked: '3.98 wide', number: 'Q-9', expectedOn: null },
  });
  const came = (await state()).remarks.at(-1)!.seq;
  await give({ type: 'settleOrder', order: came, as: 'arrived', note: '', certificate: 'EN 10204 3.1' });
  await give(
    { type: 'receiveOrder', order: came, accepted: false, check: 'marked for another groove' },
    sanna,
  );
  await give({ type: 'askConcession', place: loose, basedOn: await version(loose), reason: 'no other ring' });
  await give(
    { type: 'refuseConcession', place: loose, basedOn: await version(loose), reason: 'look again' },
    perrin,
  );
  const concede = async (): Promise<void> =>
    give(
      {
        type: 'grantConcession',
        place: loose,
        basedOn: await version(loose),
        approval: { number: 'C-9', date: '2026-06-01', issuer: 'design office' },
        reason: 'oil ring, once',
      },
      perrin,
    );
  await concede();
  shop.clock.advance(4 * 3_600_000);
  await acceptNotes();
  await give({ type: 'acceptInstrument', instrument: 'FS-2', reason: 'checked afterwards: right' }, perrin);
  await lookAtRest();
  await refit();
  // Of what ran and has a life nobody goes on before its hours are said.
  const reused = (await state()).parts
    .values()
    .filter((each) => each.kind === 'piston' && each.slot !== null);
  await give({
    ...{ type: 'sayPartFacts', parts: reused.map(({ id }) => id), facts: { hours: 6000 } },
    reason: 'log book',
  });
  await give({ type: 'raiseFinding', about: aboutPart('rod@cylinder:2#1'), text: 'a rattle by hand' });
  const raised = (await state()).raised.at(-1)!.seq;
  await give({ type: 'decideRaised', raised, reason: 'the bush was dry' }, perrin);
  await lookAtRest();
  await sign('rings', perrin);
  // A letter comes in while the gate is signed: adopted, and the gate reopened with it.
  await lib({ type: 'draftRevision', revision: revision('OM-3', '1', 'manual') });
  // Both units as printed; of the second ring they are not the same size, and somebody chose.
  const same = sl88.map((row) => {
    const also = row.printed.min === undefined ? {} : { also: { min: inMillimetres(row.printed.min) } };
    const chosen = row.groove === '2' && row.printed.min !== undefined ? { unitChosenBy: 'Teo' } : {};
    return { ...row, ...also, ...chosen, id: `OM-3 rev 1 row ${row.label}` };
  });
  await lib({ type: 'importRows', revision: 'OM-3 rev 1', file, rows: same });
  const checked = (await (await shop.as('perrin')).get('/api/library/revisions/OM-3%20rev%201')).body.digest;
  await library.run({ type: 'checkRevision', revision: 'OM-3 rev 1', digest: checked }, perrin);
  await lib({ type: 'publishRevision', revision: 'OM-3 rev 1' });
  await give({ type: 'pinAgain', documents: await documents(), reason: 'the manual came in' }, perrin);
  // What was accepted and conceded was so by the limits of before.
  await acceptNotes();
  await give(
    {
      type: 'decideNotApplicable',
      place: sixth!,
      basedOn: await version(sixth!),
      accept: true,
      reason: 'still so',
    },
    perrin,
  );
  await concede();
  await lookAtRest();
  await sign('rings', perrin);
  await give({ type: 'reopenGate', gate: 'rings', reason: 'one figure was read again' }, perrin);
  await lookAtRest();
  await sign('rings', perrin);
  await sign('release', ghislaine);
  await give({ type: 'addSupplement', text: 'lot 77 was recalled' }, perrin);

  mkdirSync(out, { recursive: true });
  for (const chain of ['people', 'instruments', 'library', `job:${jobId}`]) {
    const stored = await ledgerStore.entries(services.db.read, chain);
    const lines = stored.map(({ bytes, hash }) => `${hash} ${bytes}`);
    writeFileSync(join(out, `${chain.split(':')[0]}.chain`), `${lines.join('\n')}\n`);
  }
  const record = await exportRecord(services.ledger, jobs, jobId);
  writeFileSync(join(out, 'record.json'), JSON.stringify(record));
  writeFileSync(join(out, 'print.txt'), textOf(documentOf(await state(), record)));
  await shop.remove();
}, 120_000);
