import type { DeliveryOption } from '@novalex/contract'
import { phaseOf, type Cart, type CodeRegister, type Condition, type Promotion } from '@novalex/core'
import { pickDelivery } from '@novalex/words'
import { SAMPLE_CODE } from './sampleCode.ts'

const SIGNED_IN = { test: 'signedIn' as const, is: true }

/** A limit for each shopper shuts guests out. */
export function whomItIsFor({ limits, when }: Promotion): Condition | null {
  return limits.usesPerShopper == null ? when : { all: [SIGNED_IN, ...(when ? [when] : [])] }
}

/** Completes a cart for edge cases: enters the promotion's code and chooses a matching delivery option. */
export function fulfil({ code, mechanic }: Promotion, cart: Cart, delivery: readonly DeliveryOption[]): Cart {
  const codes = code ? ['text' in code ? code.text : SAMPLE_CODE] : cart.codes
  const chosen = pickDelivery(('options' in mechanic && mechanic.options) || [], delivery)
  return { ...cart, codes, delivery: cart.delivery ?? (phaseOf(mechanic) === 4 ? chosen : null) }
}

/** The register in which the sample code is an open one. */
export function codesOf({ id, code }: Promotion): CodeRegister {
  return code && 'batch' in code ? { [SAMPLE_CODE]: { promotion: id, state: 'open' } } : {}
}
