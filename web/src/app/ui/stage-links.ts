import { openMatters, stageKind } from '@oak-gate/core';
import type { Finding, GateRule, JobState, PlaceKey, SlotKey, Stage, Wait } from '@oak-gate/core';

/** Where a link of a job leads: below `/jobs/ID/`. The route says which stage it is; no page knows one by its name. */
export interface StageLink {
  readonly path: string[];
  readonly place?: PlaceKey;
  /** Of an inspection: the part and the face. */
  readonly face?: { readonly slot: SlotKey; readonly face: string };
}

/** The page that a stage is worked on. */
export const stageLink = ({ stage }: GateRule): StageLink => ({ path: [stage] });

/** The page where a gate is signed, with what it waits for. */
export function gateLink({ route }: Pick<JobState, 'route'>, gate: GateRule): StageLink {
  const isItsOwnPage = ['arrival', 'record'].includes(stageKind(route, gate));
  return { path: isItsOwnPage ? [gate.stage] : ['gate', gate.stage] };
}

/** The bench of the sheet to which a place belongs; the page there asks the route which one it is. */
export const placeLink = (place: PlaceKey): StageLink => ({ path: ['place'], place });

/** Where somebody settles what a gate waits for. */
export function waitLink(job: JobState, gate: GateRule, wait: Wait): StageLink {
  switch (wait.kind) {
    case 'place':
      return placeLink(wait.place);
    case 'documentsMoved':
      return { path: ['limits'] };
    case 'inspection':
      return { ...stageLink(gate), face: { slot: wait.slot, face: wait.item } };
    case 'finding':
      if (wait.finding.kind === 'inspection' || wait.finding.kind === 'inspectionDue')
        return faceLink(job, wait.finding) ?? stageLink(gate);
      if (wait.finding.kind === 'kitDiffers') return { path: ['kits'] };
      if (wait.finding.kind === 'lifeDue' || wait.finding.kind === 'paperMissing') return { path: ['parts'] };
      return 'place' in wait.finding
        ? placeLink(wait.finding.place)
        : gateLink(job, gateOfFinding(job, wait.finding) ?? gate);
    case 'refit':
    case 'replace':
      return { path: ['refit'] };
    case 'life':
      return { path: ['parts'] };
    case 'map':
      return stageLink(gate);
    case 'gate':
      return gateLink(job, gateNamed(job, wait.gate) ?? gate);
    default:
      return stageLink(gate);
  }
}
/** The page where parts are looked at, with the face that a finding is about. */
export function faceLink(
  job: Pick<JobState, 'route'>,
  finding: Finding & { readonly kind: 'inspection' | 'inspectionDue' },
): StageLink | undefined {
  const gate = job.route.gates.find((each) => stageKind(job.route, each) === 'inspection');
  const { slot, item } = finding.kind === 'inspection' ? finding.doubt : finding;
  return gate === undefined ? undefined : { ...stageLink(gate), face: { slot, face: item } };
}
const gateNamed = ({ route }: JobState, stage: Stage): GateRule | undefined =>
  route.gates.find((gate) => gate.stage === stage);

/** The gate whose own sheets a finding is about. */
const gateOfFinding = (job: JobState, { id }: Finding): GateRule | undefined =>
  job.route.gates.find(
    ({ sheets }) => sheets.length > 0 && openMatters(job, sheets).findings.some((each) => each.id === id),
  );
