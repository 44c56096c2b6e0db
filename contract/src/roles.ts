/** The roles that people have; each may do all that the ones before may. Without schemas, so that a browser's page can have it at little cost. */
export const PERSON_ROLES = ['reader', 'planner', 'releaser', 'administrator'] as const
export type PersonRole = (typeof PERSON_ROLES)[number]

/** Permissions that an API key is given when it is created. */
export const CHOSEN_SCOPES = ['quote', 'orders', 'codes'] as const
/** All permissions; `feeds` and `calendar` are those of an address with a token. */
export const KEY_SCOPES = [...CHOSEN_SCOPES, 'feeds', 'calendar'] as const
export type KeyScope = (typeof KEY_SCOPES)[number]
export type ChosenScope = (typeof CHOSEN_SCOPES)[number]

export const PASSWORD_LENGTH = { min: 12, max: 200 } as const
