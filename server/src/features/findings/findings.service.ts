import { toIso } from '@novalex/core'
import { checkPlanJob } from './findings.jobs.ts'
import { INSTANT_FACTS, type FindingAnswer, type FindingsAnswer, type ProofAnswer } from '@novalex/contract'
import type { Order, Proof } from '@novalex/core'
import { recordActivity } from '../../data/activity/index.ts'
import type { Clock } from '../../platform/clock.ts'
import type { Database } from '../../platform/db/openDatabase.ts'
import { transact } from '../../platform/db/transact.ts'
import { AppError } from '../../platform/errors/AppError.ts'
import { findLatestSale } from '../../data/orders/index.ts'
import { findLatestRelease, getReleasedPlan, isChoice } from '../../data/releases/index.ts'
import { getStore } from '../../data/store/index.ts'
import type { Threads } from '../../jobs/threads.ts'
import { readBasis, readJudgedOn } from './basis.ts'
import { createRest } from './createRest.ts'
import {
  type CheckedPlan,
  deleteAside,
  findBrought,
  findChecked,
  findKnown,
  type Ground,
  isAside,
  type KnownAside,
  type KnownFinding,
  listAsides,
  saveAside,
  saveChecked,
} from '../../data/findings/index.ts'
import { nameSubjects } from './nameSubjects.ts'

export interface FindingsService {
  /**
   * Known findings; starts a check if they are outdated. With a release (`next`, a choice, or the number of one to restore), the findings it would bring.
   * Throws `not-found`.
   */
  list(release: string | null): Promise<FindingsAnswer>
  /**
   * Findings that releasing a plan, the working one or an older release, would bring. Waits for a check unless one is current; order counts may
   * be a minute old. Throws `check-superseded` if the plan is edited faster than it can be checked.
   */
  judge(plan: string): Promise<Judgement>
  /** Throws `not-found`. */
  setAside(id: string, why: string, by: string): Promise<void>
  /** Throws `not-found`. */
  takeUp(id: string, by: string): Promise<void>
}

export interface Judgement {
  /** Findings that block the release. */
  readonly stops: readonly KnownFinding[]
  /** Why it is made although it brings these. */
  readonly grounds: readonly Ground[]
  /** State on which the findings were judged; see `readJudgedOn`. */
  readonly judgedOn: string
}

interface FindingsDeps {
  readonly database: Database
  readonly threads: Threads
  readonly clock: Clock
  readonly onTrouble: (error: unknown) => void
}

/** Findings follow the clock too; no older than this they are current. */
const CURRENT_MS = 15 * 60_000
const SAME_CLOCK_MS = 10 * 60_000
/** Findings that depend on what was sold hold for so long although orders go on. */
const SOLD_MS = 60_000
/** Minimum interval between checks that are caused by sales alone. */
const SOLD_AGAIN_MS = 5000
/** A plan that is edited while it is checked is checked again, so often at most for one question. */
const MOST_CHECKS = 3

export function createFindingsService({ database, threads, clock, onTrouble }: FindingsDeps): FindingsService {
  const underWay = new Map<string, Promise<CheckedPlan>>()

  async function check(plan: string): Promise<CheckedPlan> {
    // Read before the check: whatever changes meanwhile makes its result out of date.
    const [basis, sale] = [await readBasis(database, plan), await findLatestSale(database)]
    const [ranAt, readAt] = [Date.now(), clock.now()]
    const before = await findChecked(database, plan)
    // A clock that is a few minutes old will do, so that what nobody edited need not be looked at again.
    const age = before ? readAt - before.checkedAt : Infinity
    const checkedAt = before && age >= 0 && age < SAME_CLOCK_MS ? before.checkedAt : readAt
    const { revision, findings } = await threads.run(checkPlanJob, { plan, now: checkedAt })
    const checked = {
      state: JSON.stringify({ basis, sale, ranAt, readAt } satisfies CheckedState),
      revision,
      checkedAt,
      findings,
    }
    await saveChecked(database, { plan, live: await findLive() }, checked)
    return checked
  }

  /** One check of a plan at a time. A caller that comes meanwhile waits for the one that is under way. */
  function startCheck(plan: string): Promise<CheckedPlan> {
    const known = underWay.get(plan)
    if (known) return known
    const checking = check(plan).finally(() => underWay.delete(plan))
    underWay.set(plan, checking)
    return checking
  }

  const rest = createRest((plan) => {
    startCheck(plan).catch(onTrouble)
  })

  /** Whether a check holds still, and whether orders since are worth another one. */
  async function weigh(plan: string, checked: CheckedPlan | null) {
    const basis = await readBasis(database, plan)
    const state = checked ? parseState(checked.state) : null
    const outdated = { basis, isCurrent: false, isWorthAgain: true }
    if (!checked || !state || Math.abs(clock.now() - checked.checkedAt) >= CURRENT_MS) return outdated
    if (state.basis !== basis) return outdated
    if (state.sale === (await findLatestSale(database))) return { basis, isCurrent: true, isWorthAgain: false }
    const age = Date.now() - state.ranAt
    return { basis, isCurrent: age < SOLD_MS, isWorthAgain: age >= SOLD_AGAIN_MS }
  }

  async function read(plan: string) {
    const checked = await findChecked(database, plan)
    const { basis, isCurrent, isWorthAgain } = await weigh(plan, checked)
    if (isWorthAgain) rest.startSoon(plan, basis)
    else rest.note(plan, basis)
    return { checked, isFresh: isCurrent }
  }

  /** Waits until what is known is current. Throws `check-superseded` where edits come faster than checks. */
  async function settle(plan: string): Promise<CheckedPlan> {
    let checked = await findChecked(database, plan)
    for (let tries = 0; tries <= MOST_CHECKS; tries++) {
      if (checked && (await weigh(plan, checked)).isCurrent) return checked
      if (tries < MOST_CHECKS) checked = await startCheck(plan)
    }
    throw new AppError('check-superseded')
  }

  async function findLive(): Promise<string | null> {
    const release = await findLatestRelease(database)
    return release ? String(release.number) : null
  }

  async function getKnown(id: string): Promise<KnownFinding> {
    const found = await findKnown(database, id)
    if (!found) throw new AppError('not-found', { facts: { kind: 'finding', id } })
    return found
  }

  return {
    async list(asked) {
      const isOther = asked !== null && asked !== 'next'
      if (isOther && !isChoice(asked)) await getReleasedPlan(database, Number(asked))
      const working = await read(isOther ? asked : 'working')
      const release = asked === null ? null : await findLive()
      const live = release === null ? null : await read(release)
      const asides = await listAsides(database)
      const all = working.checked?.findings ?? []
      // Before what is live was checked, nothing can be said to be new.
      const isKnown = release === null || live?.checked != null
      const brought = isKnown ? findBrought(all, live?.checked?.findings ?? []) : []
      const findings = asked === null ? all : brought
      const revision = working.checked?.revision ?? (await getStore(database)).planRevision
      return {
        revision,
        state: working.isFresh && (live?.isFresh ?? true) ? 'current' : 'checking',
        checkedAt: working.checked ? new Date(readAtOf(working.checked)).toISOString() : null,
        findings: findings.map((finding) => toAnswer(finding, asides.get(finding.id), revision)),
        names: await nameSubjects(database, findings),
      }
    },
    async judge(plan) {
      // Read first, so that whatever changes while it is judged shows.
      const judgedOn = await readJudgedOn(database, plan)
      const next = await settle(plan)
      const release = await findLive()
      const live = release === null ? [] : (await settle(release)).findings
      const asides = await listAsides(database)
      const brought = findBrought(next.findings, live)
      const stops = brought.filter(
        (finding) => finding.severity === 'blocker' && !isAside(finding, asides.get(finding.id)),
      )
      const grounds = brought.flatMap((finding): Ground[] => {
        const aside = asides.get(finding.id)
        return isAside(finding, aside) ? [{ finding: finding.id, why: aside.why, by: aside.by }] : []
      })
      return { stops, grounds, judgedOn }
    },
    async setAside(id, why, by) {
      const { stamp, points, kind } = await getKnown(id)
      await transact(database, async (transaction) => {
        const at = clock.now()
        await saveAside(transaction, { id, stamp, points, why: why.trim(), by, at })
        await recordActivity(transaction, {
          at,
          by,
          action: 'dismiss-finding',
          subject: id,
          detail: { name: kind, why: why.trim() },
        })
      })
    },
    async takeUp(id, by) {
      await transact(database, async (transaction) => {
        if (!(await deleteAside(transaction, id))) throw new AppError('not-found', { facts: { kind: 'finding', id } })
        await recordActivity(transaction, { at: clock.now(), by, action: 'reopen-finding', subject: id, detail: {} })
      })
    },
  }
}

/** Stored state on which a check was based. */
interface CheckedState {
  readonly basis: string
  readonly sale: number
  /** When it began, by the machine's clock in milliseconds. */
  readonly ranAt: number
  /** Store clock when the plan was read. Findings may be judged up to ten minutes earlier, see `check`. */
  readonly readAt: number
}

/** Null for one that an earlier version stored. */
function parseState(text: string): CheckedState | null {
  try {
    return JSON.parse(text)
  } catch {
    return null
  }
}

function readAtOf({ state, checkedAt }: CheckedPlan): number {
  return parseState(state)?.readAt ?? checkedAt
}

function toAnswer(finding: KnownFinding, aside: KnownAside | undefined, revision: number): FindingAnswer {
  const { id, kind, severity, subjects, facts, proof } = finding
  const setAside = isAside(finding, aside) ? { by: aside.by, at: toIso(aside.at), why: aside.why } : null
  const told = {
    id,
    kind,
    severity,
    subjects: [...subjects],
    facts: writeFacts(facts),
    proof: writeProof(proof, revision),
    setAside,
  }
  return told as unknown as FindingAnswer
}

const INSTANTS: ReadonlySet<string> = new Set(INSTANT_FACTS)

function writeFacts(facts: object): Record<string, unknown> {
  const told = Object.entries(facts).map(([name, value]: [string, unknown]) => {
    return [name, INSTANTS.has(name) && typeof value === 'number' ? toIso(value) : value]
  })
  return Object.fromEntries(told)
}

function writeProof(proof: Proof, revision: number): ProofAnswer {
  if ('at' in proof) return { at: toIso(proof.at) }
  if ('sku' in proof) {
    const { sku, from, until, price, channel } = proof
    const end = until === null ? null : toIso(until)
    return { sku, from: toIso(from), until: end, price, ...(channel === undefined ? {} : { channel }) }
  }
  return { carts: proof.carts.map(({ order, total }) => ({ order: writeOrder(order), total })), revision }
}

function writeOrder({ now, ...rest }: Order) {
  return { now: toIso(now), ...rest } as unknown as Extract<ProofAnswer, { carts: unknown }>['carts'][number]['order']
}
