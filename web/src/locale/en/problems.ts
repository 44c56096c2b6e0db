import type { ErrorCode } from '@novalex/contract'
import type { Problem, ProblemCode, ProblemFacts } from '@novalex/core'
import { ruleName } from './channels.ts'
import { describeObstacle } from './submissions.ts'
import { formatEnd, joinWords, plural, formatFigure, formatLocal, formatMoney } from '@novalex/words'

type Facts = Readonly<Record<string, unknown>>

/** Problem messages: what is wrong, then what to do. */
export const PROBLEM_TEXT: { readonly [C in ProblemCode]: string | ((facts: ProblemFacts<C>) => string) } = {
  required: 'Required.',
  'unknown-key': 'Unknown field. Remove it.',
  'wrong-type': ({ wanted }) => `Wrong type of value${wanted ? `: use ${wanted}` : ''}.`,
  'not-in-list': 'Not a valid choice.',
  'too-short': 'Too short. Enter some text.',
  'too-long': ({ limit, max, given }) =>
    `Too long${given ? ` (${given} characters)` : ''}. At most ${limit ?? max} characters allowed.`,
  'too-small': ({ limit }) => `Must be ${limit} or more.`,
  'too-large': ({ limit }) => `Must be ${limit} or less.`,
  'too-many': ({ limit, max }) => `At most ${limit ?? max} allowed.`,
  'too-few': ({ limit }) => (limit === 1 ? 'Choose at least one.' : `Choose at least ${limit}.`),
  malformed: 'Invalid format. Check how it is written.',
  'not-an-id': 'Remove spaces at the start or end, and any invisible characters.',
  'not-allowed': 'Not allowed here. Remove it or choose something else.',
  'no-such-time': ({ given }) => `${given} doesn’t exist. Choose another date or time.`,
  'bad-window': () => 'A window must end after it starts and can last at most 400 days.',
  'not-later': ({ end }) =>
    end === null ? 'It has no end date to extend.' : `Choose a future end after ${formatEnd(end, { year: true })}.`,
  'ends-before-start': ({ start, end }) =>
    `The end (${formatEnd(end, { year: true })}) must be after the start (${formatLocal(start, { year: true })}).`,
  'unknown-sku': ({ id }) => `No product with SKU ${id}. Choose another.`,
  'unknown-category': ({ id }) => `Category “${id}” no longer exists. Choose another.`,
  'unknown-set': ({ id }) => `Product set “${id}” no longer exists. Choose another.`,
  'unknown-occasion': 'This occasion no longer exists. Choose another, or set dates.',
  'follows-occasion': ({ name }) =>
    `Dates come from occasion “${name}”. Change them there, or set separate dates first.`,
  'still-running': 'This promotion is running or scheduled. Pause or end it before archiving.',
  'place-without-figure': ({ given }) =>
    `This offer has no single figure for “{${given}}”. Enter the figure, or remove the placeholder.`,
  'place-without-occasion': 'This promotion follows no occasion. Choose one under “Dates”, or remove “{occasion}”.',
  'unknown-place': ({ given }) =>
    `Unknown placeholder “{${given}}”. Use {percent}, {amount}, {price}, {regular} or {occasion}.`,
  'unknown-campaign': 'This campaign no longer exists. Choose another, or none.',
  'unknown-stack-group': ({ id }) => `Unknown stacking group “${id}”. Choose one from the list.`,
  'empty-range': 'The upper price must be above the lower one.',
  'value-or-bands': 'Use one of these: one value, price bands, or individual prices.',
  'not-ascending': ({ after, isMoney }) =>
    `Each threshold must be above the one before it (${toLimit(after, isMoney === true)}).`,
  'percent-range': () => 'Enter a percentage above 0 and up to 100%.',
  'amount-zero': 'Enter an amount above 0.',
  'price-zero': 'A price of 0 makes it free. Use 100% off instead, or enter a price above 0.',
  'limit-zero': 'Enter 1 or more, or leave empty for no limit.',
  'price-negative': 'Enter a price of 0 or more.',
  'price-not-lower': ({ given, highest }) =>
    `${formatMoney(given)} is not below any price: the most expensive product costs ${formatMoney(highest)}. Enter a lower price.`,
  'ending-too-large': ({ ending, step }) =>
    `Multiples of ${formatMoney(step)} can’t end in ${formatFigure(ending)}. Enter a smaller ending.`,
  'quantity-or-spend': 'Enter either a quantity or an amount to spend.',
  'same-or-reach': 'Choose either the same product or other products.',
  'gift-is-free': 'Automatically added gifts must be free.',
  'gift-names-one': 'Choose exactly one product as the gift.',
  'ladder-not-here': 'Steps need a single value. This promotion has several, or adds a gift.',
  'ladder-with-bands': 'Steps can’t be used with price bands.',
  'ladder-needs-units': 'To step by units left, set a unit limit.',
  'ladder-needs-end': 'To step by hours left, set an end date.',
  'refill-needs-units': 'A top-up needs a unit limit. Set one, or remove the top-up.',
  'refill-needs-end': 'A top-up by hours needs an end date. Set one, or use units left.',
  'duplicate-id': ({ id }) => `Duplicate ID ${id}.`,
  'duplicate-rank': ({ rank }) => `Two promotions have rank ${rank}.`,
  'category-circle': ({ id }) => `This category is its own subcategory, through “${id}”. Choose another parent.`,
  'nested-too-deep': ({ limit }) => `Conditions are nested too deeply. At most ${limit} levels allowed.`,
  'sum-too-large': 'This cart is too large to price exactly. Remove some items.',
  'unknown-zone': ({ given }) => `Unknown time zone ${given}.`,
  'bad-json': 'Invalid JSON.',
  guessable: ({ given, min }) => `${plural(given, 'character')} would be too easy to guess. Use ${min} or more.`,
  'slug-taken': ({ given }) => `The address “${given}” is already used by another page. Choose another.`,
  'not-a-percent': ({ given }) => `“${given}” is not a percentage. Use a format like 10 or 10.5.`,
  'not-a-factor': ({ given }) =>
    `“${given}” is not a rate. Enter a number above 0 with up to six decimals, such as 1.0825.`,
  'not-money': ({ given }) => `“${given}” is not an amount. Use a format like 12.50.`,
  'not-a-date': ({ given }) =>
    `${given ? `“${given}” is not a date` : 'Enter a date'}. Use a format like 1 Mar, 1.3.2027, sun, in 2 weeks or end of month.`,
  'not-a-time': ({ given }) =>
    `${given ? `“${given}” is not a time` : 'Enter a time'}. Use a format like 9:30, 14.15 or noon.`,
  'empty-file': 'No products in this file. It needs a header row and at least one product.',
  'not-text': 'Not a CSV file or XLSX workbook. Save the table in one of these formats.',
  'unknown-column': ({ given, columns }) => `Unknown column “${given}”. Columns: ${columns}.`,
  'duplicate-column': ({ given }) => `Duplicate column ${given}. Remove one.`,
  'missing-column': ({ column }) => `Column ${column} is missing.`,
  'wrong-field-count': ({ given, wanted }) =>
    `This row has ${plural(given, 'column')}, the header has ${wanted}. Check the separators.`,
  'broken-quotes': 'A quotation mark is opened in this row but never closed. Close it, or double it inside text.',
  'duplicate-key': ({ given, row }) => `${given} is already in row ${row}.`,
  'control-character': 'This cell contains an invisible control character. Type the text again.',
  'empty-category': ({ given }) => `A level of “${given}” has no name. Use paths like Paper > Pads.`,
  'too-deep': ({ given, max }) => `This path has ${given} levels; at most ${max} allowed.`,
  'not-an-amount': ({ given }) => `“${given}” is not an amount. Use a format like 12.50.`,
  'not-a-rate': ({ given }) => `“${given}” is not a tax rate. Enter a percentage from 0 to 100.`,
  'not-a-count': ({ given }) => `“${given}” is not a whole number.`,
  'sku-taken': ({ given }) => `A product with SKU ${given} already exists.`,
  'order-differs': ({ given }) =>
    `This differs from another line of order ${given}. Use the same order details in all its lines.`,
  'maybe-fraction': ({ given }) =>
    `“${given}” could be a percentage or a fraction. Write 20 or 20% for 20%, 0.2% for a fifth of a percent.`,
  'ambiguous-date': ({ given }) => `“${given}”: day and month are ambiguous. Use a format like 2027-03-01.`,
  'damaged-number': ({ given }) =>
    `“${given}” was rounded by a spreadsheet. Format the column as text and enter it again.`,
  'not-a-moment': ({ given }) => `“${given}” is not a date and time. Use a format like 2027-03-01 or 2027-03-01 09:00.`,
  'not-a-rating': ({ given }) => `“${given}” is not a rating. Use 0 to 5 stars with at most one decimal, like 4.6.`,
  'in-future': ({ given }) => `“${given}” is in the future. Use today or an earlier day.`,
  'not-past': 'Price history can’t be in the future. Plan future prices as a promotion.',
  'spans-overlap': 'This period overlaps the previous one. A product has one price at a time.',
  'not-one-of': ({ given, choices }) => `“${given}” isn’t possible here. Use one of these: ${choices}.`,
  'one-of-columns': ({ columns }) => `Fill exactly one of these columns: ${columns}.`,
  'other-type': ({ given }) =>
    `“${given}” is of another type, or has more than one value. Leave it out of the file and edit it on its page.`,
  'unknown-name': ({ given }) => `There is no “${given}”. Check the spelling, or leave the cell empty.`,
  'set-is-filter': ({ given }) => `“${given}” is a product set defined by a filter. Use another name.`,
  'not-a-workbook': 'Not a readable XLSX workbook. Save it again as XLSX, or as CSV.',
  'unpacks-too-large': ({ max }) => `This workbook unpacks to more than ${max} MB. Split it, or save it as CSV.`,
  formula: ({ column }) => `Column ${column} contains a formula. Replace it with its value.`,
  'no-promotions': 'No promotions in this file. Use the format that Novalex exports.',
  'needs-too-much-memory': 'This file needs too much memory. Split it into smaller files, or save it as CSV.',
  'took-too-long': 'Reading this file took too long. Split it into smaller files.',
  'unknown-option': ({ given }) => `Unknown delivery method “${given}”. Choose one from the store’s list.`,
  'unknown-channel': ({ given }) => `Unknown channel “${given}”. Choose one of the store’s own channels.`,
  'channel-in-use': ({ given, key }) => `API key “${key}” sells in channel “${given}”. Revoke the key first.`,
  'lock-before-submission': ({ leadHours }) =>
    `The lock can’t begin before the latest submission, ${plural(leadHours, 'hour')} before the start. Enter fewer hours.`,
  'rules-contradict': ({ rule, other }) =>
    rule === other
      ? 'The first figure is above the second.'
      : `Contradicts “${ruleName(other)}”. Change one of the two.`,
  'private-address':
    'This address is in a private network. Use a public one, or allow private addresses in the server’s settings.',
  'feed-without': ({ field }) =>
    field === 'sku' ? 'Add a column with the SKU.' : 'Add a column with the price in the store’s currency.',
  'unserved-country': ({ given, option }) => `${option} doesn’t deliver to ${given}. Choose another method or country.`,
  'unknown-shopper': ({ id }) => `No shopper with ID ${id}.`,
  'not-an-email': ({ given }) => `“${given}” is not an email address. Use a format like name@shop.example.`,
  'email-taken': ({ given }) => `${given} is already in use. Use another email address.`,
  'name-taken': ({ given }) => `“${given}” already exists. Choose another name.`,
  'password-short': ({ min }) => `Too short. Use at least ${min} characters.`,
  'password-common': 'Too common. Use a few unrelated words.',
  'password-wrong': 'Current password is wrong.',
  'too-many-columns': ({ max }) => `This row has more than ${max} columns. Remove the ones you don’t need.`,
  'cell-too-long': ({ max }) => `A cell in this row has more than ${max} characters. Shorten it.`,
}

export const ERROR_TEXT: Readonly<Record<ErrorCode | 'unreachable', string | ((facts: Facts) => string)>> = {
  'bad-json': 'The request isn’t valid JSON.',
  'invalid-input': 'Some values are invalid. Fix the highlighted fields.',
  'not-found': ({ kind }) => `This ${String(kind ?? 'page')} doesn’t exist. It may have been deleted.`,
  'method-not-allowed': 'This endpoint doesn’t support that method.',
  'no-such-page': 'Page not found.',
  'stale-version': 'Someone else has edited this. Review their changes first.',
  'stale-plan': 'The plan has changed since you viewed it. Review it again.',
  'changes-needed': ({ changes, lacks }) =>
    `${joinWords(listOf(changes))} can’t be released without ${joinWords(listOf(lacks))}. Select both.`,
  'not-running': ({ name }) => `“${String(name)}” isn’t running in the shop. Nothing was changed.`,
  'cannot-submit': ({ reason }) => describeObstacle(String(reason)),
  'channel-locked': 'It is locked: the partner accepts no more changes.',
  'submission-settled': 'Something else was submitted since. Reload the page.',
  'changes-edited': 'Some of these changes were edited after the request. Request approval again.',
  'in-use': ({ name, ...uses }) => `“${String(name)}” is used by ${joinWords(toUses(uses))}. Remove it there first.`,
  'import-not-ready':
    'This isn’t possible now: the file is still being read, was rejected, or has already been imported or undone.',
  'import-superseded':
    'This import can’t be undone: other changes were made since. Import a file with the correct values.',
  'shop-closed': 'This shop is closed. Open it with the server setting NOVALEX_SHOP.',
  'staff-only': 'Only staff can view other times and plans. Sign in to Novalex first.',
  'another-shopper': 'This is not the shopper who is signed in.',
  'too-many-codes': ({ seconds }) => `Too many invalid codes. Try again in ${describeWait(Number(seconds))}.`,
  'idempotency-key-missing': 'The request has no Idempotency-Key. Send a new one for each order.',
  'visitor-unknown': 'The order names no shop visitor. Open the shop first, or use an API key.',
  'price-changed': 'The price has changed. Review it before you order.',
  'out-of-stock': ({ products }) =>
    `Not enough in stock: ${joinWords((products as { name: string; left: number }[]).map(({ name, left }) => `${name} (${left} left)`))}.`,
  'delivery-missing': 'Choose a delivery method first.',
  'key-reused': 'This key was already used for another order. Use a new one for each order.',
  'not-placed-here': 'This order was imported from a file. Only orders placed in the shop can be cancelled.',
  'outcome-unknown': 'We couldn’t confirm the result. Retry with the same key: it is never processed twice.',
  'not-by-batch': ({ name }) => `“${String(name)}” doesn’t use single-use codes. Choose them in the promotion first.`,
  'batch-not-ready': 'These codes are still being generated. Try again when they are ready.',
  'no-codes-left': 'All codes have been claimed. Already have one? We can resend it by email.',
  'code-page-closed': 'This page gives out no codes at the moment.',
  'approval-required': 'This store requires approval. Request approval for this release.',
  'own-request': 'You can’t approve your own request.',
  'already-decided': ({ by }) => `This was already decided${by ? ` by ${String(by)}` : ''}.`,
  'signed-out': 'You are signed out. Sign in to continue.',
  'sign-in-failed': 'Wrong email or password.',
  'too-many-attempts': ({ seconds }) => `Too many attempts. Try again in ${describeWait(Number(seconds))}.`,
  'insufficient-role': ({ needed, people }) => {
    const able = joinWords(listOf(people), 'or')
    return `Only ${String(needed)}s can do this.${able === '' ? '' : ` Ask ${able}.`}`
  },
  'key-unknown': 'This API key is unknown, revoked or expired.',
  'key-lacks-scope': 'This API key doesn’t have the required access. Create one that does.',
  'already-set-up': 'This store is already set up. Sign in, or ask an administrator for an invitation.',
  'last-administrator': ({ name }) =>
    `${String(name)} is the last administrator. Make another person administrator first.`,
  'link-lapsed': 'This link was already used, replaced or has expired. Request a new one.',
  'check-superseded': 'The plan changed while it was being checked. Publish again.',
  'blocking-findings': 'Fix or dismiss all blockers before publishing.',
  'nothing-to-release': 'There are no changes to publish.',
  'plan-has-problems': 'The plan has errors. Fix them before publishing.',
  'too-large': ({ maxBytes }) =>
    `Too large${maxBytes ? `: the maximum is ${(Number(maxBytes) / 2 ** 20).toFixed(0)} MB` : ''}.`,
  'too-slow': 'The upload was too slow. Try again on a better connection.',
  'foreign-request': 'This request came from another site and was blocked.',
  'uploads-busy': 'Several files are being uploaded. Try again in a moment.',
  'took-too-long': 'This calculation took too long. Narrow your request, or try again later.',
  'needs-too-much-memory': 'This calculation needs too much memory. Narrow your request.',
  'wrong-media-type': ({ wanted }) => `The server expects ${String(wanted ?? 'another content type')}.`,
  'too-many-requests': 'Too many requests in one minute. Wait a moment and try again.',
  'too-many-tasks': 'Your earlier requests are still running. Try again when they finish.',
  'disk-full': 'The server’s disk is full, so nothing was saved. Contact your administrator.',
  'database-unavailable': 'The database isn’t responding. Nothing is lost; try again in a moment.',
  internal: 'Something went wrong. Try again. If it keeps happening, contact support.',
  unreachable: 'Can’t reach the server. Retrying automatically; nothing is lost.',
}

/** A problem as a sentence for people. */
export function explainProblem({ code, facts = {} }: Problem): string {
  // A server that is newer than this page may know codes that it does not.
  const text = PROBLEM_TEXT[code] as string | ((facts: object) => string) | undefined
  if (text === undefined) return `Not accepted (${code}).`
  return typeof text === 'string' ? text : text(facts)
}

interface Failure {
  readonly code: ErrorCode | 'unreachable'
  readonly facts: Facts
  readonly requestId: string | null
}

export function explainError({ code, facts, requestId }: Failure): string {
  const text = ERROR_TEXT[code]
  const sentence = typeof text === 'string' ? text : text(facts)
  if (code !== 'internal' || !requestId) return sentence
  return sentence.replace('contact support.', `give support this request ID: ${requestId}`)
}

function describeWait(seconds: number): string {
  return seconds < 90 ? plural(seconds, 'second') : plural(Math.ceil(seconds / 60), 'minute')
}

/** Money, a number of units, or a time. */
function toLimit(value: number | string, isMoney: boolean): string {
  if (isMoney) return formatMoney(Number(value))
  return typeof value === 'string' ? formatLocal(value, { year: true }) : String(value)
}

/** A fact that names several things; none where the server does not say. */
const listOf = (fact: unknown): string[] => (Array.isArray(fact) ? fact : [])

function toUses({ categories, products, promotions, sets, testCarts }: Facts): string[] {
  return [
    ...listOf(categories).map((name) => `subcategory “${name}”`),
    ...(Number(products) > 0 ? [plural(Number(products), 'product')] : []),
    ...listOf(promotions).map((name) => `promotion “${name}”`),
    ...listOf(testCarts).map((name) => `test cart “${name}”`),
    ...listOf(sets).map((name) => `product set “${name}”`),
  ]
}

/** Message of a rejected request: its first problem, or else its error. */
export function explainFailure(error: Failure & { readonly problems: readonly Problem[] }): string {
  return error.problems[0] ? explainProblem(error.problems[0]) : explainError(error)
}
