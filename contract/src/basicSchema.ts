import { NUMBER_LOCALES, type NumberLocale } from './languages.ts'
import { TEXT_LIMITS } from './limits.ts'
import type { BasisPoints, LocalDateTime, LocalTime, MinorUnits, Problem, ReachKeys } from '@novalex/core'
import { Type, type Static, type TSchema, type TUnsafe } from '@sinclair/typebox'

export const MAX_MONEY = 1_000_000_000_000

/** Gives a schema the core's type; refused by the compiler unless what the schema lets through fits that type. */
export function typed<T>(): <S extends TSchema>(schema: S & (Static<S> extends T ? unknown : never)) => TUnsafe<T> {
  return (schema) => Type.Unsafe<T>(schema)
}

export const strict = { additionalProperties: false }

/** Neither a control character nor a line break of any kind nor half a character nor one that no XML file may hold. */
const PLAIN = '[^\\p{Cc}\\p{Cs}\\p{Zl}\\p{Zp}\\ufffe\\uffff]'
/** The same, with line breaks and tabs. */
const LINES = '[^\\p{Cs}\\ufffe\\uffff\\0-\\x08\\x0b\\x0c\\x0e-\\x1f\\x7f]'

/*
 * Anyone may send text of any length, so these patterns take linear time: each character fits one part of the pattern only
 * (`patterns.test.ts` measures it).
 */
/** No spaces at the ends: what tells two ids apart is seen. */
export const ID_PATTERN = `^(?!\\s)${PLAIN}+(?<!\\s)$`
const TAG_PATTERN = `^(?!\\s)(?:(?!\\|)${PLAIN})+(?<!\\s)$`
/** One line with something to be seen in it. */
export const SEEN = `^(?:(?=${PLAIN})\\s)*(?!\\s)${PLAIN}+$`
/** One or more lines with something to be seen in them. */
export const SEEN_TEXT = `^\\s*(?!\\s)${LINES}+$`

export const Id = Type.String({
  minLength: 1,
  maxLength: TEXT_LIMITS.id,
  pattern: ID_PATTERN,
  description: 'Identifier: one line without spaces at its ends',
})
/** Tag: an id without `|`, the list separator in files. */
export const Tag = Type.String({ minLength: 1, maxLength: TEXT_LIMITS.id, pattern: TAG_PATTERN })
/** Name to address a shopper by, as they entered it. */
export const ShopperName = Type.String({ minLength: 1, maxLength: TEXT_LIMITS.name, pattern: SEEN })
export const Name = Type.String({ minLength: 1, maxLength: TEXT_LIMITS.name, pattern: SEEN })
// Unsafe, here and below: a schema says neither units nor the form of a text in its type.
export const Money = Type.Unsafe<MinorUnits>(
  Type.Integer({ minimum: 0, maximum: MAX_MONEY, description: 'Hundredths of the store’s currency: 1250 is 12.50' }),
)
/** A price floor: unit cost with margin and tax may pass what a price may be. */
export const Floor = Type.Unsafe<MinorUnits>(
  Type.Integer({
    minimum: 0,
    maximum: Number.MAX_SAFE_INTEGER,
    description: 'Hundredths of the store’s currency, without an upper limit',
  }),
)
export const Whole = Type.Integer({ minimum: 0, maximum: Number.MAX_SAFE_INTEGER })
export const Rate = Type.Unsafe<BasisPoints>(
  Type.Integer({ minimum: 0, maximum: 1_000_000, description: 'Basis points: 1550 is 15.5 %' }),
)
/** An instant, `2027-03-08T09:00:00.000Z`. */
export const InstantText = Type.String({
  format: 'date-time',
  description: 'Instant (RFC 3339): 2027-03-08T09:00:00.000Z',
})

export const LocalDateTimeText = Type.Unsafe<LocalDateTime>(
  Type.String({
    pattern: '^\\d{4}-\\d{2}-\\d{2}T\\d{2}:\\d{2}$',
    description: 'Date and time on the store’s clock, in its time zone: 2027-03-08T09:00',
  }),
)
export const LocalTimeText = Type.Unsafe<LocalTime>(
  Type.String({
    pattern: '^([01]\\d|2[0-3]):[0-5]\\d$',
    description: 'Time of day on the store’s clock: 09:30. As the end of a window, 00:00 is the end of the day',
  }),
)
export const Count = Type.Integer({ minimum: 0, maximum: 1_000_000_000 })
export const Ids = Type.Array(Id, { minItems: 1, maxItems: TEXT_LIMITS.listed, uniqueItems: true })
export const Nullable = <T extends TSchema>(schema: T) => Type.Union([schema, Type.Null()])
export const choice = <T extends string>(...options: T[]) => Type.Unsafe<T>({ enum: options })
export const NumberLocaleSchema = choice<NumberLocale>(...NUMBER_LOCALES)

/** Objects told apart by one key, so that a fault is reported of the branch that was meant. */
export function tagged<T>(key: string, branches: readonly TSchema[]): TUnsafe<T> {
  return Type.Unsafe<T>({ type: 'object', discriminator: { propertyName: key }, oneOf: [...branches] })
}

export const reachKeys = {
  skus: Type.Optional(Ids),
  categories: Type.Optional(Ids),
  sets: Type.Optional(Ids),
  tags: Type.Optional(Ids),
  families: Type.Optional(Ids),
  regularPrice: Type.Optional(
    Type.Object({ from: Type.Optional(Money), below: Type.Optional(Money) }, { ...strict, minProperties: 1 }),
  ),
}

export const ReachSchema = Type.Object(
  { ...reachKeys, except: Type.Optional(typed<ReachKeys>()(Type.Object(reachKeys, { ...strict, minProperties: 1 }))) },
  strict,
)

/** Counts up with every change of what it belongs to; at most what the database's columns hold. */
export const Version = Type.Integer({
  minimum: 1,
  maximum: 4_294_967_295,
  description: 'Counts up with every change; an update names the version it was made from',
})

// Unsafe: facts are those of the code beside them, which a schema of all codes does not say.
export const ProblemSchema = Type.Unsafe<Problem>(
  Type.Object({
    code: Type.String(),
    path: Type.String(),
    facts: Type.Optional(Type.Record(Type.String(), Type.Any())),
  }),
)

/** `working`, `live` (the latest release), the number of a release, or what `POST /api/releases/choices` named. */
export const PlanRef = Type.String({ pattern: '^(working|live|[1-9]\\d{0,8}|choice-[0-9a-f]{16})$' })
/** Of which plan, moment and channel prices are asked for. */
export const momentFields = {
  plan: Type.Optional(PlanRef),
  at: Type.Optional(InstantText),
  channel: Type.Optional(Id),
}
