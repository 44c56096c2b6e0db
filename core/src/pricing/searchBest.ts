import type { OfferAct } from '../mechanics/index.ts'
import type { CartState } from '../units/index.ts'
import type { MinorUnits } from '../values/index.ts'
import { judgeWhen, type AdmittedPromotion } from './admission.ts'
import { splitContest } from './components.ts'
import type { ConditionView } from '../conditions/index.ts'
import { computePay, isSole, keepOffers, runAll, type Contest, type Settlement } from './contest.ts'
import { Outlook } from './outlook.ts'

/** How much a search may do. Each try of a promotion looks at every piece of the cart, and so does each look ahead. */
interface SearchLimit {
  /** Of a cart of at most `EXACT_LINES`, the search goes on at least for so many tries: 4,096 are enough for every set of 12. */
  readonly tries: number
  /** Then it ends, with the best it has found, once it has looked at so many pieces; what takes longer to try counts more. */
  readonly work: number
}

/** About a second on a machine of the middle sort, whatever the cart. */
export const SEARCH_LIMIT: SearchLimit = { tries: 4096, work: 1_000_000 }
const EXACT_LINES = 50

/** For searches that only explain why promotions were left out: of many promotions each gets less, so that all of them take about as long. */
const EXPLAIN_WORK = 60_000
const EXPLAINED = 12

/**
 * The subset for which the shopper pays least: a depth-first search in the order in which promotions are processed, each one taken
 * before it is left out. A branch ends where even everything that is still to come, taken at its most, could not beat what was found.
 * It begins with what `rank` would do, so that it is never worse. Parts that can't influence each other are searched one by one. `alone` holds what each sole promotion comes to by itself.
 */
export function searchBest(contest: Contest, alone: readonly Settlement[]): Settlement {
  const split = splitContest(contest)
  // A part of one promotion that nothing else depends on has nothing to search: applied, it only saves.
  const isSettled = ({ second, third }: Contest) => split.length > 1 && second.length + third.length === 1
  const parts = split.map((part) => (isSettled(part) ? runAll(part, { isStrict: false })! : searchPart(part)))
  const members = parts.flatMap((part) => part.members)
  const best = weigh(contest, parts.length === 1 ? parts[0]! : runMembers(contest, members))
  const isProven = parts.every((part) => part.isProven)
  const soles = alone.map((one) => weigh(contest, one))
  return { ...soles.reduce((least, one) => (isBetter(one, least) ? one : least), best), isProven }
}

/** With what the shopper would pay, which is what `best` makes small. */
interface Weighed extends Settlement {
  readonly pay: MinorUnits
}

function weigh(contest: Contest, settlement: Settlement): Weighed {
  return { ...settlement, pay: computePay(contest, settlement.state) }
}

function searchPart(part: Contest): Settlement {
  const search = new Search(part)
  search.consider(weigh(part, runMembers(part, [])))
  search.descend(0, { pieces: part.pieces, gifts: [] }, [])
  return search.isCut ? { ...search.best!, isProven: false } : search.best!
}

/**
 * Total of the order with `forced` in it: the best such subset found by a short search; null if none contains it. `settlement`: the best
 * without it, of the same contest, without a sole promotion.
 */
export function searchWith(
  contest: Contest,
  settlement: Settlement,
  forced: AdmittedPromotion<OfferAct>,
): Settlement | null {
  const parts = splitContest(keepOffers(contest, (one) => !isSole(one)))
  const own = parts.find(({ second, third }) => second.includes(forced) || third.includes(forced))
  if (!own) return null
  const rivals = Math.max(EXPLAINED, contest.second.length + contest.third.length)
  const search = new Search(own, { forced, limit: { tries: 0, work: (EXPLAIN_WORK * EXPLAINED) / rivals } })
  search.descend(0, { pieces: own.pieces, gifts: [] }, [])
  if (!search.best) return null
  const isElsewhere = (one: AdmittedPromotion<OfferAct>) => !own.second.includes(one) && !own.third.includes(one)
  return runMembers(contest, [...settlement.members.filter(isElsewhere), ...search.best.members])
}

function runMembers(contest: Contest, members: readonly AdmittedPromotion<OfferAct>[]): Settlement {
  return runAll(
    keepOffers(contest, (offer) => members.includes(offer)),
    { isStrict: true },
  )!
}

interface SearchOptions {
  /** One that must be in the subset. */
  readonly forced?: AdmittedPromotion<OfferAct> | null
  readonly limit?: SearchLimit
}

class Search {
  best: Weighed | null = null
  isCut = false
  private tries = 0
  private work = 0
  private readonly contest: Contest
  private readonly forced: AdmittedPromotion<OfferAct> | null
  private readonly limit: SearchLimit
  /** The tries that are always made. */
  private readonly least: number
  private readonly offers: readonly AdmittedPromotion<OfferAct>[]
  private readonly outlook: Outlook
  /** Inputs of phase 3 conditions while the search is still in phase 2. */
  private view: ConditionView | null = null

  constructor(contest: Contest, { forced = null, limit = SEARCH_LIMIT }: SearchOptions = {}) {
    const { second, third } = contest
    this.contest = contest
    this.forced = forced
    this.limit = limit
    this.least = contest.session.order.cart.lines.length <= EXACT_LINES ? limit.tries : 0
    this.offers = [...second, ...third]
    this.outlook = new Outlook(contest, this.offers)
  }

  consider(found: Weighed): void {
    if (this.best === null || isBetter(found, this.best)) this.best = found
  }

  descend(place: number, state: CartState, members: readonly AdmittedPromotion<OfferAct>[]): void {
    const { contest, offers } = this
    if (this.isHopeless(place, state, members)) return
    const offer = offers[place]
    if (offer === undefined) {
      this.consider(weigh(contest, { state, members, isProven: true }))
      return
    }
    if (place === contest.second.length) this.view = contest.session.view(state.pieces)
    const view = this.view
    const after = this.attempt(place, state)
    if (after) this.descend(place + 1, after, [...members, offer])
    this.view = view
    if (offer !== this.forced) this.descend(place + 1, state, members)
  }

  private attempt(place: number, state: CartState): CartState | null {
    const { contest, offers } = this
    const offer = offers[place]!
    this.tries++
    this.work += state.pieces.length * offer.entry.act.effort
    if (this.tries > this.least && this.work > this.limit.work) this.isCut = true
    if (place >= contest.second.length && judgeWhen(offer.entry, this.view!) !== null) return null
    return offer.entry.act.apply({ view: contest.session, offer, state }).state
  }

  private isHopeless(place: number, state: CartState, members: readonly AdmittedPromotion<OfferAct>[]): boolean {
    const { best } = this
    if (best === null) return this.isCut
    // Once the limit is reached, the path that is being walked is still finished.
    if (this.isCut && place < this.offers.length) return true
    this.work += this.outlook.weigh(place, state)
    const lowest = this.outlook.lowest(place, state)
    if (lowest !== best.pay) return lowest > best.pay
    return members.length + this.offers.length - place < best.members.length
  }
}

/** Pays less; of equals the larger subset, then the one whose sorted ranks come first. */
function isBetter(a: Weighed, b: Weighed): boolean {
  if (a.pay !== b.pay) return a.pay < b.pay
  if (a.members.length !== b.members.length) return a.members.length > b.members.length
  const [x, y] = [sortedRanks(a), sortedRanks(b)]
  const at = x.findIndex((rank, index) => rank !== y[index])
  return at >= 0 && x[at]! < y[at]!
}

function sortedRanks({ members }: Weighed): number[] {
  return members.map(({ entry }) => entry.rank).sort((a, b) => a - b)
}
