import { FREE, isFree, type Value } from '@novalex/core'

/** How a reduction is meant; `free` is a percentage of its own name. */
export type ValueKind = 'percent' | 'each' | 'once' | 'price' | 'free'

const FIRST: Readonly<Record<ValueKind, Value>> = {
  percent: { percent: 1000 },
  each: { amount: 100, per: 'unit' },
  once: { amount: 500, per: 'once' },
  price: { price: 1000 },
  free: FREE,
}

export function createValue(kind: ValueKind): Value {
  return FIRST[kind]
}

/** Free is named only where it is among the kinds to choose from. */
export function kindOf(value: Value, kinds: readonly ValueKind[]): ValueKind {
  if (kinds.includes('free') && isFree(value)) return 'free'
  if ('percent' in value) return 'percent'
  if ('price' in value) return 'price'
  return value.per === 'once' ? 'once' : 'each'
}

export const UNIT_KINDS: readonly ValueKind[] = ['percent', 'each', 'once', 'price']
export const REWARD_KINDS: readonly ValueKind[] = ['free', 'percent', 'each', 'once', 'price']
export const SALE_KINDS: readonly ValueKind[] = ['percent', 'each', 'price']
export const ORDER_KINDS: readonly ValueKind[] = ['percent', 'once']
export const DELIVERY_KINDS: readonly ValueKind[] = ['free', 'percent', 'once', 'price']
export const SURCHARGE_KINDS: readonly ValueKind[] = ['each', 'once', 'percent']
