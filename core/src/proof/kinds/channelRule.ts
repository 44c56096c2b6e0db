import { checkForChannel, type ChannelFit, type SummedIssue } from '../../channels/index.ts'
import { promotionSubject, type Proof } from '../finding.ts'
import { horizonOf, type ProofInput } from '../proofInput.ts'
import type { Check } from './check.ts'

/** A promotion would be refused by a partner channel that it goes to, or goes against its advice. No release is held back by it. */
export const findChannelRules: Check<'channel-rule'> = function* ({ input, toCome }) {
  const { channels, plan, now, facts, stock, sold } = input
  if (!channels) return
  for (const entry of toCome) {
    for (const { id: channel, terms, lowest } of channels.partners) {
      if (!entry.partners.has(channel)) continue
      const fit = checkForChannel({
        plan,
        promotion: entry.id,
        channel,
        terms,
        now,
        open: null,
        facts,
        listings: channels.listings,
        stock,
        sold,
        lowest: lowest.get(entry.id) ?? new Map(),
        format: channels.format,
      })
      const [worst, ...others] = fit.issues
      if (!worst) continue
      const refused = fit.products.filter(({ issues }) => issues.some(({ severity }) => severity === 'refused')).length
      yield {
        severity: worst.severity === 'refused' ? 'warning' : 'info',
        subjects: [promotionSubject(entry.id), { kind: 'channel', id: channel }],
        facts: {
          rule: worst.rule,
          isRefused: worst.severity === 'refused',
          products: worst.products,
          of: fit.products.length,
          others: others.length,
        },
        proof: proveFit(fit, worst, { input, end: entry.schedule.end, channel }),
        points: refused,
      }
    }
  }
}

/** The price of the first product concerned, or the moment at which the promotion is shown. */
function proveFit(
  { at, products, isPriced }: ChannelFit,
  { sku }: SummedIssue,
  { input, end, channel }: { readonly input: ProofInput; readonly end: number; readonly channel: string },
): Proof {
  const product = products.find((one) => one.sku === sku)
  if (!product || !isPriced) return { at }
  return { sku: product.sku, from: at, until: Math.min(end, horizonOf(input)), price: product.price, channel }
}
