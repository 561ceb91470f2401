import { ROLES } from '@oak-gate/core';
import type { Role } from '@oak-gate/core';

/** What each role may do, in a line, for those who give it. */
export const ROLE_HINTS: Readonly<Record<Role, string>> = {
  technician: 'opens jobs, measures, fits and files',
  inspector: 'second look, decides findings, signs Arrival and Rings',
  releaser: 'reads the whole record and signs Release',
  steward: 'keeps documents, limits and instruments',
  manager: 'adds people and gives roles',
};
export const ALL_ROLES = ROLES;
