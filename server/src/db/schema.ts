export { entry, receipt } from '../record/tables';
export {
  instrumentRow,
  jobRow,
  modelRow,
  personRow,
  projectionVersion,
  revisionRow,
} from '../record/projection-tables';
export { credential, session, signInAudit } from '../people/tables';
