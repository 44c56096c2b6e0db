import type { FitAnswer, FitsAnswer } from '@novalex/contract'
import {
  checkForChannel,
  dateOf,
  findRulesOn,
  findStart,
  toIso,
  toLocal,
  type ChannelFit,
  type ChannelQuestion,
  type FitFacts,
  type Instant,
} from '@novalex/core'
import type { RunnableJob } from '../../jobs/job.ts'
import type { Sources } from '../../sources/createSources.ts'
import { askAbout } from './askPartner.ts'

const SHOWN_PRODUCTS = 50

interface FitsQuestion {
  readonly id: string
  readonly now: Instant
}

export const channelFitsJob: RunnableJob<Sources, FitsQuestion, FitsAnswer> = {
  name: 'channelFits',
  pool: 'question',
  run: async (sources, { id, now }) => {
    const asking = await askAbout(sources, id, { now })
    const fits: FitAnswer[] = []
    const names: Record<string, string> = {}
    for (const partner of asking?.partners ?? []) {
      const question = await asking!.questionFor(partner)
      const fit = checkForChannel(question)
      const { plan } = await sources.plans.get('working')
      fits.push(toAnswer(fit, question, plan.getPromotion(id).partners.get(partner.id)))
      const others = fit.products.flatMap(({ issues }) =>
        issues.flatMap(({ facts, rule }) => (rule === 'oneAtATime' ? (facts.name ?? []) : [])),
      )
      for (const other of others) names[other] = plan.findPromotion(other)?.promotion.name ?? other
    }
    return { fits, names }
  },
}

interface RefusedQuestion extends FitsQuestion {
  readonly channel: string
}

/** Answers the products that a partner would refuse. */
export const refusedJob: RunnableJob<Sources, RefusedQuestion, string[] | null> = {
  name: 'refusedProducts',
  pool: 'question',
  run: async (sources, { id, channel, now }) => {
    const asking = await askAbout(sources, id, { now })
    const partner = asking?.partners.find((one) => one.id === channel)
    if (!asking || !partner) return null
    return checkForChannel(await asking.questionFor(partner))
      .products.filter(isRefused)
      .map(({ sku }) => sku)
  },
}

const isRefused = ({ issues }: ChannelFit['products'][number]) => issues.some(({ severity }) => severity === 'refused')

function toAnswer(fit: ChannelFit, question: ChannelQuestion, leftOut: ReadonlySet<string> | undefined): FitAnswer {
  const { plan, channel, terms } = question
  const { products, issues } = fit
  const day = dateOf(toLocal(findStart(question), plan.store.timeZone))
  return {
    channel,
    isTarget: leftOut !== undefined,
    leftOut: leftOut?.size ?? 0,
    rulesFrom: findRulesOn(terms, day)?.from ?? null,
    start: toText(fit.start),
    at: toIso(fit.at),
    submitBy: toText(fit.submitBy),
    locksAt: toText(fit.locksAt),
    isPriced: fit.isPriced,
    title: fit.title,
    products: products.length,
    accepted: products.filter((one) => !isRefused(one)).length,
    flagged: products.filter((one) => one.issues.length > 0).length,
    issues: issues.map((issue) => ({ ...issue, facts: toFacts(issue.facts) })),
    rows: products
      .filter((one) => one.issues.length > 0)
      .slice(0, SHOWN_PRODUCTS)
      .map((one) => ({
        ...one,
        name: plan.getProduct(one.sku).name,
        issues: one.issues.map((issue) => ({ ...issue, facts: toFacts(issue.facts) })),
      })),
  }
}

const toText = (at: Instant | null) => (at === null ? null : toIso(at))

function toFacts({ at, ...facts }: FitFacts): FitAnswer['issues'][number]['facts'] {
  return at === undefined ? facts : { ...facts, at: toIso(at) }
}
