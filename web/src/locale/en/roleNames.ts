import type { PersonRole } from '@novalex/contract'

export const ROLE_NAMES: Readonly<Record<PersonRole, string>> = {
  reader: 'reader',
  planner: 'planner',
  releaser: 'releaser',
  administrator: 'administrator',
}
