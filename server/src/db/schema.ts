export { chainHead, entry, receipt } from '../record/tables';
export {
  documentUse,
  floorRow,
  instrumentRow,
  jobRow,
  limitRowIndex,
  modelRow,
  personRow,
  projectionVersion,
  revisionRow,
  rowUse,
} from '../record/projection-tables';
export { importMapping } from '../library/tables';
export { credential, pinTries, session, signInAudit } from '../people/tables';
