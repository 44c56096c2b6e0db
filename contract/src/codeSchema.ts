import { keysOf } from '@novalex/core'
import { Type, type Static } from '@sinclair/typebox'
import { ERROR_STATUS } from './errors.ts'
import { ShopOffer } from './shopSchema.ts'
import {
  choice,
  Id,
  InstantText,
  LocalDateTimeText,
  Name,
  Nullable,
  SEEN_TEXT,
  strict,
  Version,
  Whole,
} from './basicSchema.ts'

export const MOST_CODES = 1_000_000

export const CodeBatchRequest = Type.Object(
  {
    promotion: Id,
    name: Name,
    count: Type.Integer({ minimum: 1, maximum: MOST_CODES }),
    pattern: Type.Object(
      {
        /** Stands before what is drawn. */
        prefix: Type.String({ maxLength: 16, pattern: '^[A-Z0-9]*$' }),
        /** Characters after the prefix; the last one checks the others. */
        length: Type.Integer({ minimum: 2, maximum: 20 }),
      },
      strict,
    ),
  },
  strict,
)
export type CodeBatchRequest = Static<typeof CodeBatchRequest>

export const CodeBatch = Type.Object(
  {
    id: Id,
    promotion: Id,
    promotionName: Type.String(),
    name: Type.String(),
    prefix: Type.String(),
    length: Whole,
    count: Whole,
    /** Codes that are there by now; usable once the batch is ready. */
    made: Whole,
    state: choice('making', 'ready', 'void'),
    /** Why its codes can’t be written at present, as an error’s code; it is tried again every minute. */
    trouble: Nullable(choice(...keysOf(ERROR_STATUS))),
    unused: Whole,
    redeemed: Whole,
    void: Whole,
    /** Issued to someone, whatever became of them since. */
    issued: Whole,
    createdAt: InstantText,
    createdBy: Type.String(),
  },
  strict,
)
export type CodeBatch = Static<typeof CodeBatch>
export const CodeBatches = Type.Array(CodeBatch)
export const CodeFileParams = Type.Object({ id: Id, type: choice('csv', 'xlsx', 'zip') }, strict)
export const CodeParams = Type.Object({ code: Type.String({ minLength: 1, maxLength: 100 }) }, strict)

/** State of a code. */
export const CodeFate = Type.Object(
  {
    /** As it is printed. */
    code: Type.String(),
    /** `unknown`: there is none; `mistyped`: it looks like one of a batch, but can’t be. */
    state: choice('unused', 'redeemed', 'void', 'unknown', 'mistyped', 'shared'),
    promotions: Type.Array(Type.Object({ id: Id, name: Type.String() }, strict)),
    batch: Nullable(Type.Object({ id: Id, name: Type.String() }, strict)),
    orders: Type.Array(Type.Object({ id: Id, number: Id, placedAt: InstantText, isCancelled: Type.Boolean() }, strict)),
    issued: Nullable(
      Type.Object(
        { kind: choice('code-page', 'message', 'store'), recipient: Type.String(), at: InstantText, by: Type.String() },
        strict,
      ),
    ),
  },
  strict,
)
export type CodeFate = Static<typeof CodeFate>
export const MarkRequest = Type.Object({ recipient: Name }, strict)

const handOutFields = {
  /** Path in the shop: `/shop/h/slug`. */
  slug: Type.String({ minLength: 1, maxLength: 60, pattern: '^[a-z0-9]+(-[a-z0-9]+)*$' }),
  title: Name,
  text: Type.String({ maxLength: 2000 }),
  promotion: Id,
  /** Consent text for marketing messages. */
  wording: Type.String({ minLength: 1, maxLength: 1000, pattern: SEEN_TEXT }),
  from: Nullable(LocalDateTimeText),
  until: Nullable(LocalDateTimeText),
  /** How many codes at most. */
  most: Nullable(Type.Integer({ minimum: 1, maximum: MOST_CODES })),
  /** Whether the page shows the code, the first time, beside sending it: nobody knows then whose address it is. */
  showsAtOnce: Type.Boolean(),
}
export const CodePageDraft = Type.Object(handOutFields, strict)
export type CodePageDraft = Static<typeof CodePageDraft>
export const CodePageUpdate = Type.Object({ ...handOutFields, version: Version }, strict)
export type CodePageUpdate = Static<typeof CodePageUpdate>
export const CodePage = Type.Object(
  { id: Id, ...handOutFields, version: Version, issued: Whole, /** Codes that may still be issued. */ left: Whole },
  strict,
)
export type CodePage = Static<typeof CodePage>
export const CodePages = Type.Array(CodePage)

export const SlugParams = Type.Object({ slug: Type.String({ minLength: 1, maxLength: 60 }) }, strict)
/** A hand-out as shoppers see it. */
export const ShopCodePage = Type.Object(
  {
    title: Type.String(),
    text: Type.String(),
    wording: Type.String(),
    state: choice('open', 'scheduled', 'ended', 'gone'),
  },
  strict,
)
export type ShopCodePage = Static<typeof ShopCodePage>
export const CodeRequest = Type.Object(
  {
    email: Type.String({ minLength: 1, maxLength: 254 }),
    name: Type.Optional(Type.String({ maxLength: 120, pattern: '^[^\\p{Cc}\\p{Cs}]*$' })),
    /** To further messages; never a condition for the code. */
    consent: Type.Boolean(),
  },
  strict,
)
export type CodeRequest = Static<typeof CodeRequest>
/** Alike whether or not the address was known; the code where the page shows it at once, the first time. */
export const CodeRequestAnswer = Type.Object({ code: Nullable(Type.String()) }, strict)
export const ConsentRequest = Type.Object({ token: Type.String({ minLength: 1, maxLength: 100 }) }, strict)
export const ForgetRequest = Type.Object({ email: Type.String({ minLength: 1, maxLength: 254 }) }, strict)

/** Listed coupons of the shop that are valid now. */
export const ShopDiscountCodes = Type.Array(Type.Object({ ...ShopOffer.properties, code: Type.String() }, strict))
export type ShopDiscountCodes = Static<typeof ShopDiscountCodes>
