import { gateWaits } from '@oak-gate/core';
import type { GateRule, Stage, Wait } from '@oak-gate/core';
import { DemoJob } from '../../testing/demo-job';
import { gateLink, stageLink, waitLink } from './stage-links';

const demo = () => new DemoJob('VA-4-330', 'SL-88-rev-B', '4330-20417').job;
const gate = (stage: Stage): GateRule => demo().route.gates.find((each) => each.stage === stage)!;

test.each([
  ['arrival', ['arrival'], ['arrival']],
  ['rings', ['rings'], ['gate', 'rings']],
  ['release', ['release'], ['release']],
] as const)('%s is worked on at %j and signed at %j', (stage, worked, signed) => {
  expect([stageLink(gate(stage)).path, gateLink(demo(), gate(stage)).path]).toEqual([worked, signed]);
});
test('what a stage is about is asked of its conditions, not of its name', () => {
  const job = demo();
  const route = {
    ...job.route,
    gates: job.route.gates.map((each) =>
      each.stage === 'rings' ? { ...each, stage: 'build' as const, sheets: ['ringGap'] } : each,
    ),
  };
  expect(gateLink({ route }, route.gates[1]!).path).toEqual(['gate', 'build']);
});
test.each([
  [{ kind: 'identity' }, 'arrival', { path: ['arrival'] }],
  [{ kind: 'documents' }, 'arrival', { path: ['arrival'] }],
  [{ kind: 'documentsMoved', documents: ['SM-52 rev 5'] }, 'rings', { path: ['limits'] }],
  [
    { kind: 'place', place: 'ringGap@cylinder:1', state: 'notTaken' },
    'release',
    { path: ['place'], place: 'ringGap@cylinder:1' },
  ],
  [{ kind: 'gate', gate: 'arrival' }, 'rings', { path: ['arrival'] }],
  [{ kind: 'gate', gate: 'rings' }, 'release', { path: ['gate', 'rings'] }],
] as const satisfies readonly (readonly [Wait, Stage, object])[])(
  '%j of the %s gate is settled at %j',
  (wait, stage, link) => {
    expect(waitLink(demo(), gate(stage), wait)).toEqual(link);
  },
);
test('everything that the gates of a new job wait for has a place to be settled', () => {
  const job = demo();
  for (const each of job.route.gates)
    for (const wait of gateWaits(job, each, '2026-06-01'))
      expect(waitLink(job, each, wait).path.join('/')).toMatch(/^(arrival|limits|place|gate\/rings|rings)$/);
});
