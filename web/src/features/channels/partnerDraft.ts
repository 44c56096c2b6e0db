import type { Partner } from '@novalex/contract'
import type { ChannelRule, ChannelRules, DatedRules } from '@novalex/core'

/** Rules that are a number, alone or among others. */
export type NumberRule = {
  [R in ChannelRule]: number extends Exclude<ChannelRules[R], undefined | string> ? R : never
}[ChannelRule]

/** A new partner with one set of rules that asks nothing yet. Days are `YYYY-MM-DD`. */
export function createPartner(today: string): Omit<Partner, 'id'> {
  return { name: '', kind: 'partner', leadHours: 0, lockHours: 0, rules: [createRules(today)] }
}

function createRules(today: string): DatedRules {
  return { from: today, values: {}, source: '', checkedOn: today }
}

/** Another set, which begins as the latest one is: partners change some of their rules at a time. */
export function addRules(rules: readonly DatedRules[], today: string): DatedRules[] {
  const latest = rules.toSorted((a, b) => (a.from < b.from ? -1 : 1)).at(-1)
  return [...rules, { ...(latest ?? createRules(today)), from: nextYear(latest?.from, today), checkedOn: today }]
}

/** The first day of the year after the latest rules begin, or after today. */
function nextYear(latest: string | undefined, today: string): string {
  const after = latest !== undefined && latest > today ? latest : today
  return `${Number(after.slice(0, 4)) + 1}-01-01`
}

/** Rules with one of them set, or without it. */
export function withRule<R extends ChannelRule>(
  values: ChannelRules,
  rule: R,
  asked: ChannelRules[R] | null,
): ChannelRules {
  const { [rule]: _before, ...others } = values
  return asked === null || asked === undefined ? (others as ChannelRules) : { ...values, [rule]: asked }
}
