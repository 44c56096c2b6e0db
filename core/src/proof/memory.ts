import { normalizeCode } from '../plan/index.ts'
import { reachesOf } from '../mechanics/index.ts'
import { findAskedReaches } from '../conditions/index.ts'
import type { CompiledPromotion } from '../pricing/index.ts'
import type { Facts, Product } from '../terms/index.ts'
import { findExtremes, type ProductGroup } from './productGroups.ts'
import type { ProofInput } from './proofInput.ts'

/** Cached results by their inputs: after an edit of one promotion, only what it reaches is checked again. Belongs to one plan as it is edited. */
export interface ProofMemory {
  /** The products for which all of it holds. */
  products: readonly Product[]
  /** The rest of the catalogue, the store and the moment for which all of it holds. */
  surroundings: readonly unknown[]
  readonly known: Map<string, { readonly signature: string; readonly answer: unknown }>
}

export function createProofMemory(): ProofMemory {
  return { products: [], surroundings: [], known: new Map() }
}

/** Answers of a kind, recalled while all that they follow from is the same. */
export interface Recall {
  /** Result that depends on a promotion and those it interacts with. */
  ofEntry<T>(kind: string, entry: CompiledPromotion, work: () => T): T
  /** Result that depends on a product and its group. */
  ofProduct<T>(kind: string, product: Product, group: ProductGroup, work: () => T): T
}

interface Surroundings {
  readonly input: ProofInput
  readonly facts: Facts
  readonly groups: readonly ProductGroup[]
  readonly groupsOf: (entry: CompiledPromotion) => readonly ProductGroup[]
  /** The products that carts are made of. */
  readonly samples: readonly Product[]
  /** Stock of possible gifts. */
  readonly stock: unknown
}

/** Without a memory everything is worked out. */
export function createRecall(memory: ProofMemory | undefined, surroundings: Surroundings): Recall {
  if (!memory) return { ofEntry: (_kind, _entry, work) => work(), ofProduct: (_kind, _product, _group, work) => work() }
  forgetOthers(memory, surroundings)
  const signatureOf = createSignatures(surroundings)

  function recall<T>(key: string, signature: string, work: () => T): T {
    const before = memory!.known.get(key)
    if (before?.signature === signature) return before.answer as T
    const answer = work()
    memory!.known.set(key, { signature, answer })
    return answer
  }
  return {
    ofEntry: (kind, entry, work) => recall(`${kind} ${entry.id}`, signatureOf.entry(entry), work),
    ofProduct: (kind, { sku }, group, work) => recall(`${kind} ${sku}`, signatureOf.group(group), work),
  }
}

function forgetOthers(memory: ProofMemory, { input, stock }: Surroundings): void {
  const { plan, now, channel, deliveries } = input
  const sets = JSON.stringify([...plan.catalogue.sets.values()])
  const { products } = plan.catalogue
  const present = [now, JSON.stringify([plan.store, channel, deliveries, stock]), sets]
  const isKnown = present.every((one, at) => one === memory.surroundings[at])
  if (!isKnown || !isSame(products, memory.products)) memory.known.clear()
  memory.products = products
  memory.surroundings = present
}

/** A catalogue that is read again holds other objects. */
function isSame(products: readonly Product[], before: readonly Product[]): boolean {
  if (products === before) return true
  const isSameAt = (one: Product, at: number) => JSON.stringify(one) === JSON.stringify(before[at])
  return products.length === before.length && products.every(isSameAt)
}

const CONTENTS = new WeakMap<CompiledPromotion, string>()

function contentOf(entry: CompiledPromotion): string {
  let content = CONTENTS.get(entry)
  if (content === undefined) CONTENTS.set(entry, (content = JSON.stringify(entry.promotion)))
  return content
}

function createSignatures({ input: { plan }, facts, groups, groupsOf, samples: sampled }: Surroundings) {
  const entries = new Map<CompiledPromotion, string>()
  const byGroup = new Map<ProductGroup, string>()
  // At another regular price than the catalogue's, these may look at products that they do not look at now.
  const byPrice = plan.promotions.filter(({ promotion: { mechanic } }) => {
    return reachesOf(mechanic).some(({ regularPrice, except }) => regularPrice ?? except?.regularPrice)
  })
  const always = [...byPrice, ...plan.deliveryOffers].map(contentOf).join('\n')
  const extremes = groups.map((group) => ({ group, samples: findExtremes(group) }))

  /** The groups of which an order for a promotion may hold products: its own, and those that its condition asks for. */
  function findMet(entry: CompiledPromotion): ReadonlySet<ProductGroup> {
    // What looks at no product by itself is tried with any.
    const own = groupsOf(entry)
    const met = new Set(own.length > 0 ? own : groups)
    for (const reach of findAskedReaches(entry.promotion.when)) {
      const matches = plan.matcherOf(reach)
      for (const { group, samples } of extremes) {
        if (samples.some((one) => matches(one, one.regularPrice))) met.add(group)
      }
    }
    return met
  }

  /** The groups of which a cart of one group may hold products: what looks at goods in one way only is content with those. */
  function findMetFrom(group: ProductGroup): ReadonlySet<ProductGroup> {
    const wider = group.entries.filter(({ promotion: { mechanic, when } }) => {
      return reachesOf(mechanic).length > 1 || findAskedReaches(when).length > 0
    })
    return new Set([group, ...wider.flatMap((entry) => [...findMet(entry)])])
  }

  /** Those that the same code would open: the first by rank is. */
  function findNamesakes({ promotion: { code } }: CompiledPromotion) {
    return code && 'text' in code ? plan.findByCode(normalizeCode(code.text)) : []
  }

  /** The samples that its carts may be made of. */
  function writeSamples(entry: CompiledPromotion): string {
    const { mechanic, when } = entry.promotion
    const reaches = [...reachesOf(mechanic), ...findAskedReaches(when)].map(plan.matcherOf)
    const isAny = groupsOf(entry).length === 0
    const own = sampled.filter((one) => isAny || reaches.some((matches) => matches(one, one.regularPrice)))
    return own.map(({ sku }) => sku).join()
  }

  function write(met: ReadonlySet<ProductGroup>): string {
    const own = [...met].flatMap((group) => group.entries)
    const promotions = new Set([...own, ...own.flatMap(findNamesakes)])
    const goods = [...met].map(
      (group) =>
        `${group.products.length} ${findExtremes(group)
          .map(({ sku }) => sku)
          .join()}`,
    )
    const contents = [...promotions].map((one) => `${contentOf(one)} ${writeFacts(facts, one)}`)
    return [always, ...goods, ...contents].join('\n')
  }

  const signatures = {
    entry(entry: CompiledPromotion): string {
      let own = entries.get(entry)
      if (own === undefined)
        entries.set(
          entry,
          (own = [
            contentOf(entry),
            writeFacts(facts, entry),
            ...findNamesakes(entry).map(contentOf),
            writeSamples(entry),
            write(findMet(entry)),
          ].join('\n')),
        )
      return own
    },
    group(group: ProductGroup): string {
      let own = byGroup.get(group)
      if (own === undefined) byGroup.set(group, (own = write(findMetFrom(group))))
      return own
    },
  }
  return signatures
}

const writeFacts = (facts: Facts, { id }: CompiledPromotion) => JSON.stringify(facts[id] ?? null)
