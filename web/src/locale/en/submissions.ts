import type { Cause, CauseCode, DeskMode, DeskRecord, Obstacle, SubmissionRecord } from '@novalex/contract'
import type { SubmissionPart, SubmissionState } from '@novalex/core'
import { formatInstant, joinWords, plural, quote } from '@novalex/words'
import { counted } from './counted.ts'

/** Why a promotion can't be submitted, with what to do. */
const OBSTACLES: Readonly<Record<Obstacle, string>> = {
  'not-released': 'Release the promotion first. Only released promotions can be submitted.',
  'not-ready': 'The released promotion isn’t ready. Finish it and release it first.',
  'does-not-fit': 'The partner’s rules would refuse it. Fix what is listed, then release it.',
  'submission-late': 'The latest submission time has passed.',
  'channel-locked': 'It is locked: the partner accepts no more changes.',
  'already-submitted': 'This version is already submitted.',
}

export const describeObstacle = (obstacle: string): string =>
  OBSTACLES[obstacle as Obstacle] ?? 'It can’t be submitted now.'

const PARTS: Readonly<Record<SubmissionPart, string>> = {
  title: 'title',
  kind: 'type',
  when: 'dates',
  products: 'products',
  prices: 'prices',
}

const STATES: Readonly<Record<SubmissionState, string>> = {
  sending: 'Sending',
  'not-sent': 'Not sent',
  submitted: 'Submitted',
  accepted: 'Accepted',
  refused: 'Refused',
  'on-hold': 'On hold',
  locked: 'Locked',
  ended: 'Ended',
  withdrawing: 'Withdrawing',
  withdrawn: 'Withdrawn',
}

const CAUSES: Readonly<Record<CauseCode, string>> = {
  'no-least-price': 'no least price reported',
  'least-price-equals': 'the least price isn’t below the price',
  'least-price-gap': 'the least price is too close to the price',
  overlap: 'overlaps with another promotion',
  'no-products': 'no products',
  other: '',
}

/** The causes of a refusal or a hold as one text: each kind once, with how many products it concerns. */
export function describeCauses({ causes, causeCount }: Pick<SubmissionRecord, 'causes' | 'causeCount'>): string {
  const sums = new Map<string, { readonly products: number; readonly cause: Cause }>()
  for (const cause of causes) {
    const key = `${cause.code} ${cause.text}`
    sums.set(key, { cause, products: (sums.get(key)?.products ?? 0) + (cause.sku === null ? 0 : 1) })
  }
  const words = [...sums.values()].map(({ cause: { code, text }, products }) => {
    const about = code === 'other' ? quote(text) : [CAUSES[code], text && quote(text)].filter(Boolean).join(': ')
    return products === 0 ? about : `${about} (${counted.product(products)})`
  })
  return [...words, ...(causeCount > causes.length ? [`and ${causeCount - causes.length} more`] : [])].join('; ')
}

const at = (instant: string, zone: string) => formatInstant(Date.parse(instant), { zone, year: false })

/** The state of a submission as a sentence. */
export function describeSubmission(record: SubmissionRecord, zone: string): string {
  const from = record.startsAt === null ? null : at(record.startsAt, zone)
  switch (record.state) {
    case 'accepted':
      if (record.isVisible) return 'Accepted, visible now'
      return from === null && record.event !== null
        ? 'Accepted, shows from: to be confirmed'
        : `Accepted, shows from ${from ?? 'now'}`
    case 'locked':
      return `Locked since ${at(record.locksAt!, zone)}${record.isVisible ? ', visible now' : from === null ? '' : `, shows from ${from}`}`
    case 'refused':
    case 'on-hold':
      return [STATES[record.state], describeCauses(record)].filter(Boolean).join(': ')
    case 'sending':
      return record.note === '' ? 'Sending…' : `Sending… Last attempt: ${record.note}`
    case 'not-sent':
      return `Not sent: ${record.note}`
    case 'submitted':
      return 'Submitted, no answer yet'
    case 'withdrawing':
      return record.note === '' ? 'Withdrawing…' : `Withdrawing… Last attempt: ${record.note}`
    default:
      return STATES[record.state]
  }
}

const MODES: Readonly<Record<DeskMode, string>> = {
  answers: 'Answers',
  slow: 'Answers slowly',
  down: 'Is down',
  twice: 'Answers twice',
}

const RECEIVED: Readonly<Record<DeskRecord['received'][number]['state'], string>> = {
  'under-review': 'under review',
  replaced: 'replaced',
  accepted: 'accepted',
  refused: 'refused',
  'on-hold': 'on hold',
  withdrawn: 'withdrawn',
}

/** The words about submissions to partners. */
export const submissionText = {
  title: 'Submission',
  steps: {
    saved: 'Saved',
    released: 'Released',
    submitted: 'Submitted',
    accepted: 'Accepted',
    visible: 'Visible',
    notYet: 'not yet',
    release: (number: number) => `Release ${number}`,
    from: (instant: string, zone: string) => `from ${at(instant, zone)}`,
    now: 'now',
    ended: 'ended',
    toBeConfirmed: 'to be confirmed',
    at,
  },
  event: (key: string) => `Event ${quote(key)}`,
  submitTo: (name: string) => `Submit to ${name}`,
  submitAgain: 'Submit changes',
  submittedTo: (name: string, release: number) => `Release ${release} submitted to ${name}.`,
  withdraw: 'Withdraw…',
  withdrawTitle: (name: string) => `Withdraw from ${name}?`,
  withdrawHint: 'The partner removes the promotion. It continues in your own channels.',
  withdrawAct: 'Withdraw',
  withdrawn: (name: string) => `Withdrawn from ${name}.`,
  file: 'Download file',
  filled: 'Download file with causes',
  enter: 'Record answer',
  decisions: { accepted: 'Accepted', refused: 'Refused…', 'on-hold': 'On hold…' },
  causeTitle: (decision: string) => (decision === 'refused' ? 'Why was it refused?' : 'Why is it on hold?'),
  cause: 'Reason given by the partner',
  save: 'Save answer',
  byHand: 'Not connected: download the file, submit it at the partner, and record its answer here.',
  differs: (parts: readonly SubmissionPart[]) =>
    `Differs from what was submitted: ${joinWords(parts.map((part) => PARTS[part]))}.`,
  unreleased: (parts: readonly SubmissionPart[]) =>
    `Not released yet: ${joinWords(parts.map((part) => PARTS[part]))}. The released version would be submitted.`,
  locked: (name: string, from: string, until: string | null, zone: string) =>
    `${name} keeps the submitted version${until === null ? '' : ` until ${at(until, zone)}`}: locked since ${at(from, zone)}.`,
  keeps: (name: string, promotion: string, until: string | null, zone: string) =>
    `${name} keeps the old version of ${quote(promotion)}${until === null ? '' : ` until ${at(until, zone)}`}.`,
  noLongerGoes: 'The promotion no longer goes there.',
  today: {
    late: (promotion: string, name: string, when: string, zone: string) =>
      `${quote(promotion)} wasn’t submitted to ${name}. Latest submission was ${at(when, zone)}.`,
    due: (promotion: string, name: string, when: string, zone: string) =>
      `Submit ${quote(promotion)} to ${name} by ${at(when, zone)}.`,
    refused: (promotion: string, name: string, why: string) =>
      `${name} refused ${quote(promotion)}${why && `: ${why}`}.`,
    onHold: (promotion: string, name: string, why: string) =>
      `${name} put ${quote(promotion)} on hold${why && `: ${why}`}.`,
    notSent: (promotion: string, name: string, note: string) =>
      `${quote(promotion)} couldn’t be sent to ${name}: ${note}.`,
    silent: (promotion: string, name: string, days: number) =>
      `No answer from ${name} on ${quote(promotion)} for ${plural(days, 'day')}.`,
    dismiss: 'Dismiss reminder',
    submitBy: (name: string) => `latest submission to ${name}`,
    locks: (name: string) => `locks at ${name}`,
  },
  calendar: {
    key: (submitBy: string, locks: string) => `${submitBy} latest submission to a partner, ${locks} locked there.`,
    submitBy: (name: string, when: string, zone: string) => `Submit to ${name} by ${at(when, zone)}`,
    locks: (name: string, when: string, zone: string) => `Locked at ${name} from ${at(when, zone)}`,
  },
  desk: {
    title: (name: string) => `Simulated partner: ${name}`,
    hint: 'Stands in for the partner’s system: reviews what is submitted by rules of its own, on its own clock.',
    open: 'Open simulated partner',
    clock: 'Its clock',
    factor: 'Speed of its clock',
    factorHint: 'Times as fast as the clock here. At 0 it stands still.',
    review: 'Reviews after (hours)',
    gap: 'Least gap it requires',
    gapHint: 'Points between price and least price. It doesn’t publish this rule. At 0 it requires no least price.',
    mode: 'Behavior',
    modes: MODES,
    save: 'Save settings',
    saved: 'Saved.',
    advance: 'Advance its clock',
    advanceBy: (hours: number) => (hours < 24 ? `By ${plural(hours, 'hour')}` : `By ${plural(hours / 24, 'day')}`),
    received: 'Received',
    none: 'Nothing received yet.',
    columns: { title: 'Title', products: 'Products', at: 'Received', state: 'State', decided: 'Decided' },
    states: RECEIVED,
    notThere: 'This channel has no simulated partner.',
  },
  simulated: 'Submit to the simulated partner',
  simulatedHint: 'Not connected: you submit files at the partner and record its answers.',
}
