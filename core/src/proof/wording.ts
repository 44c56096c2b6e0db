/**
 * How public texts put what findings look for, in the language of the texts. Entries are sources of regular expressions, matched without regard to
 * case; `months` and `weekdays` are plain names.
 */
export interface Wording {
  /** Says that an offer may be over before its last day: "while stocks last". */
  readonly mayEndEarly: string
  /** Says that a shopper has to be known: "members", "sign in". */
  readonly needsAccount: string
  /** Long and short names, January first. */
  readonly months: readonly (readonly [long: string, short: string])[]
  /** Long and short names, Monday first. */
  readonly weekdays: readonly (readonly [long: string, short: string])[]
  /** Comes before a last day: "until", "through". */
  readonly until: string
  /** Ends the number of a day: "st", "nd". */
  readonly ordinal: string
  /** May stand between a day and its month: "of". */
  readonly of: string
}
