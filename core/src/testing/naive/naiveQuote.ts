import { reaches, share, type Json, type Unit } from './naiveBasics.ts'
import { run } from './naiveOffers.ts'
import {
  countCodes,
  factsOf,
  isLive,
  judge,
  leavesOut,
  limitsAdmit,
  plainCode,
  rungOf,
  type Situation,
} from './naiveOrder.ts'
import { isPreferred, ofPhase, priceShelf, subsets, type State } from './naivePhases.ts'

const PHASE_2 = ['item-discount', 'quantity-break', 'spend-break', 'buy-get', 'bundle']

interface Outcome extends State {
  readonly members: Json[]
  readonly delivery: { total: number; cuts: [string, number][] }
  readonly surcharges: [string, number][]
}

interface NaiveQuote {
  readonly lines: { sku: string; quantity: number; gift: boolean; total: number; tax: number }[]
  readonly totals: Record<string, number>
  readonly applied: Record<string, number>
  readonly codes: Record<string, 'applied' | 'not'>
}

export function quoteNaively(input: Json): NaiveQuote {
  const s = createSituation(input)
  const shelf = priceShelf(s)
  return report(s, settle(s, shelf))
}

/** The least that the shopper would pay with a promotion in the subset; null if no subset that the page allows holds it. */
export function payNaivelyWith(input: Json, id: string): number | null {
  const s = createSituation(input)
  const shelf = priceShelf(s)
  const all = findMembers(s, shelf)
  const isSole = (p: Json) => p.stacking.mode === 'sole'
  const forced = all.find((p) => p.id === id)
  if (!forced) return null
  const allowed = isSole(forced) ? [[forced]] : [...subsets(all.filter((p) => !isSole(p)))]
  const pays = allowed.flatMap((members) => {
    const outcome = members.includes(forced) ? tryMembers(s, shelf, members, true) : null
    return outcome ? [toPay(outcome)] : []
  })
  return pays.length > 0 ? Math.min(...pays) : null
}

/** The admitted promotions of phases 2 and 3; conditions of phase 3 are asked later. */
function findMembers(s: Situation, shelf: Unit[]): Json[] {
  const second = ofPhase(s, PHASE_2).filter((p) => judge(s, p.when, shelf) === true)
  return [...second, ...ofPhase(s, ['order-discount'])]
}

function createSituation(input: Json): Situation {
  const zone = input.store.timeZone
  const s = {
    input,
    zone,
    now: Date.parse(input.now),
    regularOf: new Map<string, number>(),
    stepOf: new Map<string, string>(),
    counted: new Set<string>(),
  }
  for (const { sku, regularPrice } of input.catalogue.products) s.regularOf.set(sku, regularPrice)
  const steps = ofPhase(s, ['price-steps']).filter((p) => judge(s, p.when, []) === true)
  for (const product of input.catalogue.products) {
    const first = steps.find(
      (p) =>
        rungOf(s, p) &&
        !leavesOut(s, p, product.sku) &&
        reaches(p.mechanic.reach, product, product.regularPrice, input.catalogue),
    )
    if (!first) continue
    s.regularOf.set(product.sku, rungOf(s, first).price)
    s.stepOf.set(product.sku, first.id)
  }
  return { ...s, counted: countCodes(s) }
}

const copy = (units: Unit[]): Unit[] =>
  units.map((unit) => ({ ...unit, touched: [...unit.touched], cuts: new Map(unit.cuts) }))

/** Phases 2 and 3 with these members, then 4 and 5. Null if a member does not apply and the subset is `strict`. */
function tryMembers(s: Situation, shelf: Unit[], members: Json[], isStrict: boolean): Outcome | null {
  const state: State = { units: copy(shelf), gifts: [] }
  const second = members.filter((p) => p.mechanic.kind !== 'order-discount')
  const third = members.filter((p) => p.mechanic.kind === 'order-discount')
  const applied: Json[] = []
  for (const p of second) {
    if (run(s, state, p)) applied.push(p)
    else if (isStrict) return null
  }
  const start = copy(state.units)
  for (const p of third) {
    if (judge(s, p.when, start) === true && run(s, state, p)) applied.push(p)
    else if (isStrict) return null
  }
  return { ...state, members: applied, delivery: deliver(s, state.units), surcharges: surcharge(s, state.units) }
}

function settle(s: Situation, shelf: Unit[]): Outcome {
  const all = findMembers(s, shelf)
  const isSole = (p: Json) => p.stacking.mode === 'sole'
  const others = all.filter((p) => !isSole(p))
  const alone = all.filter(isSole).flatMap((p) => tryMembers(s, shelf, [p], true) ?? [])
  if (s.input.store.conflicts === 'rank') {
    const together = tryMembers(s, shelf, others, false)!
    const first = [...alone, together]
      .flatMap((outcome) => outcome.members.map((p) => ({ p, outcome })))
      .sort((a, b) => a.p.rank - b.p.rank)[0]
    return first?.outcome ?? together
  }
  let best = tryMembers(s, shelf, [], true)!
  const consider = (outcome: Outcome | null) => {
    if (!outcome) return
    const difference = toPay(outcome) - toPay(best)
    const ranks = (one: Outcome) => one.members.map((p) => p.rank as number)
    if (difference < 0 || (difference === 0 && isPreferred(ranks(outcome), ranks(best)))) best = outcome
  }
  alone.forEach(consider)
  for (const members of subsets(others)) consider(tryMembers(s, shelf, members, true))
  return best
}

function toPay({ units, gifts, delivery, surcharges }: Outcome): number {
  const goods = units.reduce((sum, unit) => sum + unit.current, 0)
  const given = gifts.reduce((sum, gift) => sum + gift.quantity * gift.shelf, 0)
  return goods - given + delivery.total + surcharges.reduce((sum, [, amount]) => sum + amount, 0)
}

function capOf(s: Situation, { limits = {}, ...promotion }: Json): number {
  const left =
    limits.budgetStops && limits.budget != null ? limits.budget - factsOf(s, promotion).discountGiven : Infinity
  return Math.min(limits.perOrder ?? Infinity, left)
}

function deliver(s: Situation, units: Unit[]): Outcome['delivery'] {
  const { delivery } = s.input.cart
  if (delivery === null) return { total: 0, cuts: [] }
  const cuts = ofPhase(s, ['delivery']).flatMap((p): [string, number][] => {
    const { options, tiers, basis } = p.mechanic
    if ((options && !options.includes(delivery.option)) || judge(s, p.when, units) !== true) return []
    const worth = units.reduce((sum, unit) => sum + (basis === 'shelf' ? unit.shelf : unit.current), 0)
    const tier = tiers.filter((one: Json) => one.from <= worth).at(-1)?.value
    const value = tier && (rungOf(s, p) ?? tier)
    if (!value) return []
    const raw =
      'percent' in value
        ? share(delivery.price, value.percent)
        : 'amount' in value
          ? value.amount
          : delivery.price - value.price
    const cut = Math.min(Math.max(0, raw), delivery.price, capOf(s, p))
    return cut > 0 ? [[p.id, cut]] : []
  })
  const most = Math.max(0, ...cuts.map(([, cut]) => cut))
  const chosen = s.input.store.conflicts === 'best' ? cuts.find(([, cut]) => cut === most) : cuts[0]
  return { total: delivery.price - (chosen?.[1] ?? 0), cuts: chosen ? [chosen] : [] }
}

function surcharge(s: Situation, units: Unit[]): Outcome['surcharges'] {
  return ofPhase(s, ['surcharge']).flatMap((p): [string, number][] => {
    const { reach, value } = p.mechanic
    const own = units.filter((unit) => reaches(reach, unit.product, unit.regular, s.input.catalogue))
    if (own.length === 0 || judge(s, p.when, units) !== true) return []
    const current = own.reduce((sum, unit) => sum + unit.current, 0)
    const raw =
      'percent' in value
        ? share(current, value.percent)
        : value.per === 'once'
          ? value.amount
          : value.amount * own.length
    const amount = Math.min(raw, capOf(s, p))
    return amount > 0 ? [[p.id, amount]] : []
  })
}

function report(s: Situation, outcome: Outcome): NaiveQuote {
  const { store, cart } = s.input
  const { units, gifts, delivery, surcharges } = outcome
  const taxOn = (total: number, rate: number) =>
    store.pricesIncludeTax
      ? Math.floor((2 * total * rate + 10_000 + rate) / (2 * (10_000 + rate)))
      : Math.floor((2 * total * rate + 10_000) / 20_000)
  const sum = (list: number[]) => list.reduce((all, one) => all + one, 0)
  const ofLine = cart.lines.map((_: Json, line: number) => units.filter((unit) => unit.line === line))
  const lines = [
    ...cart.lines.map(({ sku, quantity }: Json, line: number) => {
      const own: Unit[] = ofLine[line]
      const total = sum(own.map((unit) => unit.current))
      const product = s.input.catalogue.products.find((one: Json) => one.sku === sku)
      return { sku, quantity, gift: false, total, tax: taxOn(total, product.taxRate) }
    }),
    ...gifts.map(({ product, quantity }) => ({ sku: product.sku, quantity, gift: true, total: 0, tax: 0 })),
  ]
  const given = sum(gifts.map((gift) => gift.quantity * gift.shelf))
  const regular = sum(units.map((unit) => unit.regular)) + given
  const merchandise = sum(units.map((unit) => unit.current))
  const added = sum(surcharges.map(([, amount]) => amount))
  const tax =
    sum(lines.map((line) => line.tax)) +
    taxOn(delivery.total, store.deliveryTaxRate) +
    sum(surcharges.map(([, amount]) => taxOn(amount, store.surchargeTaxRate)))
  const deliveryRegular = cart.delivery?.price ?? 0
  const applied: Record<string, number> = {}
  const note = (id: string, amount: number) => (applied[id] = (applied[id] ?? 0) + amount)
  // Price steps set a price; they take nothing off.
  for (const { product } of units) if (s.stepOf.has(product.sku)) note(s.stepOf.get(product.sku)!, 0)
  for (const unit of units) for (const [id, cut] of unit.cuts) note(id, cut)
  for (const gift of gifts) note(gift.promotion, gift.quantity * gift.shelf)
  for (const [id, amount] of [...delivery.cuts, ...surcharges]) note(id, amount)
  return {
    lines,
    applied,
    codes: reportCodes(s, applied),
    totals: {
      regular,
      shelf: sum(units.map((unit) => unit.shelf)) + given,
      merchandise,
      delivery: delivery.total,
      surcharges: added,
      tax,
      grand: merchandise + delivery.total + added + (store.pricesIncludeTax ? 0 : tax),
      saved: regular - merchandise + deliveryRegular - delivery.total,
    },
  }
}

function reportCodes(s: Situation, applied: Record<string, number>): NaiveQuote['codes'] {
  const codes = [...new Set<string>(s.input.cart.codes.map(plainCode))]
  const opened = new Set<string>()
  return Object.fromEntries(
    codes.map((code) => {
      const batch = Object.entries(s.input.codes ?? {}).find(([text]) => plainCode(text) === code)?.[1] as Json
      const target = [...s.input.plan.promotions]
        .sort((a: Json, b: Json) => a.rank - b.rank)
        .find(
          (p: Json) =>
            isLive(s, p) &&
            p.code != null &&
            ('text' in p.code ? plainCode(p.code.text) === code : batch?.state === 'open' && batch.promotion === p.id),
        )
      const isCounted = target && limitsAdmit(s, target) && s.counted.has(target.id) && !opened.has(target.id)
      if (isCounted) opened.add(target.id)
      return [code, isCounted && applied[target.id] !== undefined ? 'applied' : 'not']
    }),
  )
}
