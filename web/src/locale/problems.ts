import type { ErrorCode } from '@novalex/contract'
import { formatAmount, formatPercent, type Problem, type ProblemCode, type ProblemFacts } from '@novalex/core'
import type { ApiError } from '@/api/http.ts'
import { formatEnd, formatLocal, joinWords, plural } from './format.ts'

type Facts = Readonly<Record<string, unknown>>

/** Problem messages: what was given, what is allowed, and what to do next. */
export const PROBLEM_TEXT: { readonly [C in ProblemCode]: string | ((facts: ProblemFacts<C>) => string) } = {
  required: 'This is missing. Fill it in.',
  'unknown-key': 'Novalex does not know this entry. Take it out.',
  'wrong-type': ({ wanted }) => `This should be a value of another kind${wanted ? ` (${wanted})` : ''}.`,
  'not-in-list': 'This is none of the choices. Choose one of them.',
  'too-short': 'This is too short. Write something here.',
  'too-long': ({ limit, max, given }) =>
    `This is too long${given ? ` (${given} characters)` : ''}. At most ${limit ?? max} characters fit.`,
  'too-small': ({ limit }) => `This is too small. It may be ${limit} or more.`,
  'too-large': ({ limit }) => `This is too large. It may be ${limit} or less.`,
  'too-many': ({ limit, max }) => `These are too many. At most ${limit ?? max} fit.`,
  'too-few': ({ limit }) =>
    limit === 1 ? 'Nothing is chosen. Choose at least one.' : `These are too few. Choose at least ${limit}.`,
  malformed: 'This can’t be read. Check how it is written.',
  'not-an-id':
    'An id or SKU begins and ends with a letter, a digit or a sign, and holds no invisible characters. Take spaces at its ends away.',
  'not-allowed': 'This can’t stand here. Take it out or choose something else.',
  'no-such-time': ({ given }) => `No calendar has ${given}. Choose another day or time.`,
  'bad-window': () => 'A window ends after it begins, and lasts at most 400 days.',
  'ends-before-start': ({ start, end }) =>
    `It would end on ${formatEnd(end, { year: true })}, not after its start on ${formatLocal(start, { year: true })}. Choose a later end or an earlier start.`,
  'unknown-sku': ({ id }) => `No product has the SKU ${id}. It may have been taken out; choose another.`,
  'unknown-category': ({ id }) => `The category “${id}” is gone. Choose another one.`,
  'unknown-set': ({ id }) => `The product set “${id}” is gone. Choose another one.`,
  'unknown-occasion': 'This occasion is gone. Choose another one, or dates of its own.',
  'follows-occasion': ({ name }) =>
    `It follows “${name}”, so its dates are that occasion’s. Change them there, or give it dates of its own first.`,
  'still-running': 'It runs, or will by itself. Pause it or stop it before you archive it.',
  'place-outside-label': ({ given }) => `“{${given}}” is filled in labels only. Write the figure itself.`,
  'unknown-place': ({ given }) =>
    `“{${given}}” stands for nothing here. {percent}, {amount}, {price} and {regular} do.`,
  'unknown-campaign': 'This campaign is gone. Choose another one, or none.',
  'unknown-stack-group': ({ id }) => `The store has no stack group “${id}”. Choose one from the list.`,
  'empty-range': 'No price lies between these two. The upper limit must be above the lower one.',
  'value-or-bands': 'Choose one of these: one value, price bands, or a price for each product.',
  'not-ascending': ({ after, isMoney }) =>
    `Each limit must be above the one before it (${toLimit(after, isMoney === true)}).`,
  'percent-range': ({ given }) => `${formatPercent(given)} can’t be taken off. Give more than 0 and at most 100 %.`,
  'amount-zero': 'Nothing would be taken off. Give an amount above 0.00.',
  'price-zero': 'At 0.00 it would be given away. If that is meant, take 100 % off; or give a price above 0.00.',
  'limit-zero': 'At most 0 would mean never. Give 1 or more, or leave the field empty for no limit.',
  'price-negative': 'A price can’t be below 0.00.',
  'price-not-lower': ({ given, highest }) =>
    `${formatAmount(given)} lowers no price: the dearest product it applies to costs ${formatAmount(highest)}. Give less than that, or choose other products.`,
  'ending-too-large': ({ ending, step }) =>
    `Prices in steps of ${formatAmount(step)} can’t end in ${formatAmount(ending)}. The ending must be smaller than the step.`,
  'quantity-or-spend': 'Say either how many are to be bought, or for how much.',
  'same-or-reach': 'Say either that the same product is given, or which ones.',
  'gift-is-free': 'What is added to the cart as a gift is free: 100 %.',
  'gift-names-one': 'A gift is one product. Choose exactly one.',
  'ladder-not-here': 'A ladder sets one value; this promotion has several, or gives a gift.',
  'ladder-with-bands': 'A ladder sets the one value of a promotion, so it can’t go with price bands.',
  'ladder-needs-units': 'A ladder by units left needs a limit of units. Set one.',
  'ladder-needs-end': 'A ladder by hours left needs an end. Set one.',
  'refill-needs-units': 'A refill adds to a limit of items. Set one, or remove the refill.',
  'refill-needs-end': 'A refill by hours needs an end. Set one, or add by items left.',
  'duplicate-id': ({ id }) => `The id ${id} is there twice. Each may come once.`,
  'duplicate-rank': ({ rank }) => `Two promotions have rank ${rank}.`,
  'category-circle': ({ id }) => `This category lies below itself by way of “${id}”. Give it another place.`,
  'nested-too-deep': ({ limit }) => `Conditions are nested too deeply. At most ${limit} levels are possible.`,
  'sum-too-large': 'This cart is worth more than can be computed exactly. Take something out.',
  'unknown-zone': ({ given }) => `There is no time zone ${given}.`,
  'bad-json': 'This line is no JSON.',
  guessable: ({ given, min }) =>
    `${plural(given, 'character')} would be too easy to guess among so many. Take ${min} or more.`,
  'slug-taken': ({ given }) => `There is a page at “${given}” already. Choose another address.`,
  'not-a-percent': ({ given }) => `“${given}” is no percentage. Write it like 10, 10 % or 10,5.`,
  'not-money': ({ given }) => `“${given}” is no amount. Write it like 12.50, 12,50 or € 3.`,
  'not-a-date': ({ given }) =>
    `${given ? `“${given}” is no day` : 'The day is missing'}. Write it like 1 Mar, 1.3.2027, sun, in 2 weeks or end of month.`,
  'not-a-time': ({ given }) =>
    `${given ? `“${given}” is no time` : 'The time is missing'}. Write it like 9:30, 14.15 or noon.`,
  'empty-file': 'The file holds no products. Choose one with a header line and at least one product.',
  'not-text': 'This is neither a CSV file nor an XLSX workbook. Save the table as one of them and choose that file.',
  'unknown-column': ({ given, columns }) => `There is no column “${given}”. Columns: ${columns}.`,
  'duplicate-column': ({ given }) => `The column ${given} is there twice. Keep one.`,
  'missing-column': ({ column }) => `The column ${column} is missing. Add it.`,
  'wrong-field-count': ({ given, wanted }) =>
    `This row has ${plural(given, 'cell')}, the header has ${wanted}. Is a separator missing or too many?`,
  'broken-quotes': 'A quotation mark is opened in this row and never closed. Close it, or double it inside a text.',
  'duplicate-key': ({ given, row }) => `${given} already stands in row ${row}. Each may come once.`,
  'control-character': 'There is an invisible control character in this cell. Type the text again.',
  'empty-category': ({ given }) => `A step of “${given}” has no name. Write paths like Paper > Pads.`,
  'too-deep': ({ given, max }) => `This path has ${given} steps; at most ${max} are possible.`,
  'not-an-amount': ({ given }) => `“${given}” is no amount. Write it like 12.50 or 12,50.`,
  'not-a-rate': ({ given }) => `“${given}” is no tax rate. Write a percentage from 0 to 100.`,
  'not-a-count': ({ given }) => `“${given}” is no number of units. Write a whole number.`,
  'sku-taken': ({ given }) => `There is a product with the SKU ${given} already.`,
  'order-differs': ({ given }) =>
    `Another line of the order ${given} says something else here. What belongs to the order is the same in all its lines.`,
  'maybe-fraction': ({ given }) =>
    `“${given}” may mean ${given} of a percent or a fraction. Write 20 or 20% for 20%, 0.2% for a fifth of a percent.`,
  'ambiguous-date': ({ given }) => `“${given}”: day and month can’t be told apart. Write 2027-03-01.`,
  'damaged-number': ({ given }) =>
    `A spreadsheet has rounded this number: “${given}”. Format the column as text and enter it again.`,
  'not-a-moment': ({ given }) => `“${given}” is no time. Write it like 2027-03-01 or 2027-03-01 09:00.`,
  'not-past': 'This time is not past yet. History ends at the latest now; what is ahead is planned as a promotion.',
  'spans-overlap': 'This span begins before the one before it has ended. A product has one price at a time.',
  'set-is-filter': ({ given }) => `“${given}” is a set by a filter; a file can’t pick its products. Use another name.`,
  'not-a-workbook': 'This can’t be read as an XLSX workbook. Save it again as XLSX, or as CSV.',
  'unpacks-too-large': ({ max }) => `This workbook unpacks to more than ${max} MB. Split it, or save it as CSV.`,
  formula: ({ column }) => `There is a formula in column ${column}. Formulas are never run: put its value there.`,
  'no-promotions':
    'There is no list of promotions in this file. A plan file looks like the one that this page gives out.',
  'needs-too-much-memory':
    'Reading this file takes more memory than there is. Split it into smaller files, or save it as CSV.',
  'took-too-long': 'Reading this file took too long, so it was given up. Split it into smaller files.',
  'unknown-option': ({ given }) => `There is no way of delivery “${given}”. Choose one that the store has.`,
  'unserved-country': ({ given, option }) => `${option} does not go to ${given}. Choose another way or country.`,
  'unknown-shopper': ({ id }) => `No shopper has the id ${id}.`,
  'not-an-email': ({ given }) => `“${given}” is no address. Write it like name@shop.example.`,
  'email-taken': ({ given }) => `Somebody signs in with ${given} already. Use another address.`,
  'name-taken': ({ given }) => `There is a ${given} already. Add something that tells the two apart.`,
  'password-short': ({ min }) => `This is too short. A password has at least ${min} characters.`,
  'password-common': 'This is one of the first that are guessed. Put a few words of your own together.',
  'password-wrong': 'This is not your present password.',
  'too-many-columns': ({ max }) => `This row has more than ${max} columns. Remove the ones that are not needed.`,
  'cell-too-long': ({ max }) => `A cell in this row holds more than ${max} characters. Shorten it.`,
}

export const ERROR_TEXT: Readonly<Record<ErrorCode | 'unreachable', string | ((facts: Facts) => string)>> = {
  'bad-json': 'The server could not read what was sent.',
  'invalid-input': 'Something can’t be taken as it is; see the marked places.',
  'not-found': ({ kind }) => `This ${String(kind ?? 'page')} is not there, or no longer. It may have been deleted.`,
  'method-not-allowed': 'This address does not take that method.',
  'no-such-page': 'There is nothing at this address.',
  'stale-version': 'Someone else changed this meanwhile. Look at what changed before you go on.',
  'stale-plan': 'The plan changed after you looked at this. Look again, then go on.',
  'in-use': ({ name, ...uses }) => `${String(name)} is still in use: ${joinWords(toUses(uses))}. Take those out first.`,
  'import-not-ready':
    'This can’t be done with the file now: it is still being read, was refused, was accepted already, or is taken back.',
  'import-overtaken':
    'Something else was changed after this file came in, so it can’t be undone in one step any more. Bring in a file with the values wanted.',
  'shop-closed': 'This shop is closed. The settings of the server (NOVALEX_SHOP) open it.',
  'needs-desk': 'Other moments and plans are for people of the desk. Sign in there first.',
  'another-shopper': 'This is another shopper than the one who is signed in.',
  'too-many-codes': ({ seconds }) =>
    `Several codes that there are not. Wait ${describeWait(Number(seconds))}, then try again.`,
  'idempotency-key-missing': 'The request has no Idempotency-Key. Choose one for each order.',
  'visitor-unknown': 'This order does not say which visitor of the shop it is from. Open the shop first, or use a key.',
  'price-changed': 'The price is not what was shown any more. Look at it again before you order.',
  'out-of-stock': ({ products }) =>
    `There are not as many left: ${joinWords((products as { name: string; left: number }[]).map(({ name, left }) => `${name}: ${left}`))}.`,
  'delivery-missing': 'Choose how it is to be delivered first.',
  'key-reused': 'This key was used for another order already. Make up a new one for each order.',
  'not-placed-here': 'This order came in with a file; only orders of the shop can be cancelled.',
  'ask-again': 'It is not known whether this was done. Ask again with the same key: it is never done twice.',
  'not-by-batch': ({ name }) =>
    `${String(name)} does not take codes of a batch. Choose “codes of a batch” there first.`,
  'batch-not-ready': 'These codes are still being made. Wait until all are there.',
  'no-codes-left': 'All codes have been given away. Whoever has one already gets it again by e-mail.',
  'hand-out-closed': 'No codes are given away here at this time.',
  'second-person-needed':
    'In this store one prepares a release and another makes it. Prepare it, and let somebody else look.',
  'own-preparation': 'You prepared this release yourself. Somebody else has to look through it and make it.',
  'already-settled': ({ by }) => `This was settled already${by ? ` by ${String(by)}` : ''}. Look at what became of it.`,
  'signed-out': 'You are not signed in, or not any more. Sign in, then go on.',
  'sign-in-failed': 'This address and this password do not belong together. Check both.',
  'too-many-tries': ({ seconds }) =>
    `Too many tries. Wait ${describeWait(Number(seconds))}, then try again; nothing that is typed until then counts.`,
  'role-too-small': ({ needed, has, people }) =>
    `This takes ${withArticle(needed)}; you are ${withArticle(has)}. ${joinWords(listOf(people), 'or')} can do it.`,
  'key-unknown': 'This key is not known, was revoked, or has ended.',
  'key-lacks-scope': 'This key was not made for that. Make one with what it needs.',
  'already-set-up': 'This store is set up already. Sign in, or ask an administrator for an invitation.',
  'last-administrator': ({ name }) =>
    `${String(name)} is the last administrator. Make somebody else an administrator first.`,
  'link-lapsed': 'This link was used, replaced by a newer one, or its time is over. Ask for a new one.',
  'check-superseded': 'Something changed while the plan was checked. Release again.',
  'findings-stop': 'Findings of weight “stop” hold this release back: mend them, or set them aside one by one.',
  'nothing-to-release': 'Nothing differs from what the shop already follows.',
  'plan-has-problems': 'The plan can’t be released with these faults in it. Mend them first.',
  'too-large': ({ maxBytes }) =>
    `That is too large${maxBytes ? `: at most ${(Number(maxBytes) / 2 ** 20).toFixed(0)} MB` : ''}.`,
  'too-slow': 'This came in too slowly and was given up. Try again on a better connection.',
  'foreign-request': 'This request came from another address than that of Novalex, so it is not answered.',
  'uploads-busy': 'Several files are being brought in at this moment. Wait a little and try again.',
  'took-too-long': 'Working this out took too long, so it was given up. Ask for less at once, or try again later.',
  'needs-too-much-memory': 'Working this out takes more memory than there is. Ask for less at once.',
  'wrong-media-type': ({ wanted }) => `The server expects ${String(wanted ?? 'another kind of content')}.`,
  'too-many-requests': 'Too many questions in one minute. Wait a moment and try again.',
  'too-many-tasks': 'Much of what you asked is still being worked out. Wait until some of it is done.',
  'disk-full': 'The server’s disk is full, so nothing was saved. Tell whoever runs the server.',
  'database-away': 'The database does not answer. Nothing is lost; try again in a moment.',
  internal: 'Something went wrong on the server. Try again; if it stays, give support the number of this request.',
  unreachable: 'The server does not answer. Nothing is lost; it is tried again by itself.',
}

/** A problem as a sentence for people. */
export function explainProblem({ code, facts = {} }: Problem): string {
  // A server that is newer than this page may know codes that it does not.
  const text = PROBLEM_TEXT[code] as string | ((facts: object) => string) | undefined
  if (text === undefined) return `This can’t be taken (${code}).`
  return typeof text === 'string' ? text : text(facts)
}

export function explainError({
  code,
  facts,
  requestId,
}: {
  code: ErrorCode | 'unreachable'
  facts: Facts
  requestId: string | null
}): string {
  const text = ERROR_TEXT[code]
  const sentence = typeof text === 'string' ? text : text(facts)
  return code === 'internal' && requestId ? `${sentence} (${requestId})` : sentence
}

const withArticle = (role: unknown) => `${role === 'administrator' ? 'an' : 'a'} ${String(role)}`

function describeWait(seconds: number): string {
  return seconds < 90 ? plural(seconds, 'second') : plural(Math.ceil(seconds / 60), 'minute')
}

/** Money, a number of units, or a time. */
function toLimit(value: number | string, isMoney: boolean): string {
  if (isMoney) return formatAmount(Number(value))
  return typeof value === 'string' ? formatLocal(value, { year: true }) : String(value)
}

/** A fact that names several things; none where the server does not say. */
const listOf = (fact: unknown): string[] => (Array.isArray(fact) ? fact : [])

function toUses({ categories, products, promotions, sets, testCarts }: Facts): string[] {
  return [
    ...listOf(categories).map((name) => `the category ${name} below it`),
    ...(Number(products) > 0 ? [plural(Number(products), 'product')] : []),
    ...listOf(promotions).map((name) => `the promotion ${name}`),
    ...listOf(testCarts).map((name) => `the test cart ${name}`),
    ...listOf(sets).map((name) => `the product set ${name}`),
  ]
}

/** Message of a rejected request: its first problem, or else its error. */
export function explainFailure(error: ApiError): string {
  return error.problems[0] ? explainProblem(error.problems[0]) : explainError(error)
}
