import type {
  DeepestAnswer,
  InShopAnswer,
  MomentsAnswer,
  PairAnswer,
  ReachAnswer,
  ReachQuestion,
  ReleaseSummary,
  RepriceAnswer,
  ReviewAnswer,
  ShopCartAnswer,
  TableAnswer,
  TestCartRun,
} from '@novalex/contract'
import { computeQuote, createProofMemory, type Order } from '@novalex/core'
import { computeReachAnswer } from '../features/catalogue/products.service.ts'
import { createProductTable, type FoundTask, type TableTask } from '../features/catalogue/productTable.service.ts'
import { writeCodes, type CodeFileType } from '../features/codes/codeFile.ts'
import { makeCodes } from '../data/codes/makeCodes.ts'
import { checkPlanThoroughly, type CheckQuestion } from '../features/findings/checkPlan.ts'
import type { KnownFinding } from '../data/findings/findings.repository.ts'
import { createClock } from '../platform/clock.ts'
import { createRecentFigures } from '../sources/figures/recentFigures.ts'
import { writeRedemptions } from '../features/counts/counts.service.ts'
import type { Database } from '../platform/db/openDatabase.ts'
import { exportFile, type ExportTask } from '../features/files/exportFile.ts'
import type { TableFileType } from '../platform/files/writeTable.ts'
import { readImport, undoImport, writeImport, writeRejected } from '../features/imports/importTasks.ts'
import { computeDeepestAnswer, type DeepestQuestion } from '../features/plan/deepest.ts'
import { computeMoments, type MomentsQuestion } from '../features/plan/moments.ts'
import { placeNew, type OrderTask, type Placed } from '../features/orders/placeOrder.ts'
import type { PlanSource } from '../sources/plans/planSource.ts'
import { createPriceHistory } from '../sources/history/priceHistory.ts'
import { settlePrices } from '../sources/history/settleSold.ts'
import { computeReprice, type RepriceTask } from '../features/reprice/reprice.service.ts'
import { compareWithShop, releasePlan, type ReleaseTask } from '../features/releases/releasePlan.ts'
import { computeReview, type ReviewQuestion } from '../features/releases/review.ts'
import { computeShopCart } from '../sources/cart/shopCart.ts'
import { computePairAnswer, type PairQuestion } from '../features/stacking/pair.ts'
import { stepBack } from '../jobs/stepBack.ts'
import { computeTestCarts, type TestCartsQuestion } from '../features/testCarts/runTestCarts.ts'

/** The work that would hold up the event loop, by name: what it asks and what it answers. */
export interface Tasks {
  readImport: { question: { id: string; at: number }; answer: null }
  /** The same of files of orders, which are larger. */
  readOrders: { question: { id: string; at: number }; answer: null }
  writeOrders: { question: { id: string; at: number }; answer: null }
  writeRejected: { question: { id: string; type: TableFileType; at: number }; answer: Uint8Array }
  exportFile: { question: ExportTask; answer: Uint8Array }
  writeImport: { question: { id: string; at: number }; answer: null }
  undoImport: { question: { id: string; at: number; by: string }; answer: null }
  moments: { question: MomentsQuestion; answer: MomentsAnswer }
  deepest: { question: DeepestQuestion; answer: DeepestAnswer }
  foundProducts: { question: FoundTask; answer: string[] }
  productTable: { question: TableTask; answer: TableAnswer }
  /** Of the working plan. */
  reach: { question: { question: ReachQuestion; now: number }; answer: ReachAnswer }
  reprice: { question: RepriceTask; answer: RepriceAnswer }
  review: { question: ReviewQuestion; answer: ReviewAnswer }
  checkPlan: { question: CheckQuestion; answer: { readonly revision: number; readonly findings: KnownFinding[] } }
  inShop: { question: Record<string, never>; answer: InShopAnswer }
  release: { question: ReleaseTask; answer: ReleaseSummary }
  testCarts: { question: TestCartsQuestion; answer: TestCartRun[] }
  pair: { question: PairQuestion; answer: PairAnswer }
  /** As JSON. */
  quote: { question: { plan: string; order: Order }; answer: string }
  shopCart: { question: { plan: string; order: Order }; answer: ShopCartAnswer }
  /** `now`: the present where the clock stands still. */
  placeOrder: { question: { task: OrderTask; now: number | null }; answer: Placed }
  settlePrices: { question: { at: number }; answer: null }
  makeCodes: { question: { id: string }; answer: null }
  codeFile: { question: { id: string; type: CodeFileType }; answer: Uint8Array }
  redemptions: { question: { promotion: string | null }; answer: Uint8Array }
}

export type TaskName = keyof Tasks
type Task<N extends TaskName> = (
  question: Tasks[N]['question'],
  onProgress: (share: number) => void,
) => Promise<Tasks[N]['answer']>

export function createTasks(database: Database, plans: PlanSource): { [N in TaskName]: Task<N> } {
  const figures = createRecentFigures(database)
  const history = createPriceHistory(database, figures)
  const table = createProductTable({ plans, history, figures })
  const memory = createProofMemory()
  let hasSteppedBack = false
  const read = async (question: { id: string; at: number }) => {
    await readImport(database, question)
    return null
  }
  const write = async (question: { id: string; at: number }) => {
    await writeImport(database, question)
    return null
  }
  return {
    readImport: read,
    writeImport: write,
    readOrders: read,
    writeOrders: write,
    undoImport: async (question) => {
      await undoImport(database, question)
      return null
    },
    writeRejected: (question) => writeRejected(database, question),
    exportFile: (task) => exportFile({ database, plans, history, figures }, task),
    moments: (question) => computeMoments(plans, question),
    deepest: (question) => computeDeepestAnswer(plans, question),
    foundProducts: (task) => table.found(task),
    productTable: (task) => table.page(task),
    reach: async ({ question, now }) => {
      const working = await plans.get('working')
      return computeReachAnswer(working, await figures.sold(working.catalogueRevision, now), question)
    },
    reprice: (task, onProgress) => computeReprice({ plans, history, figures }, task, onProgress),
    checkPlan: (question) => {
      if (!hasSteppedBack) stepBack()
      hasSteppedBack = true
      const own = question.plan === 'working' ? memory : undefined
      return checkPlanThoroughly({ database, plans, history, figures, memory: own }, question)
    },
    inShop: () => compareWithShop(plans),
    review: (question) => computeReview(database, plans, question),
    release: (task) => releasePlan(database, plans, task),
    testCarts: (question) => computeTestCarts(database, plans, question),
    pair: (question) => computePairAnswer(plans, question),
    placeOrder: ({ task, now }) => placeNew({ database, plans, figures, clock: createClock(now) }, task),
    settlePrices: async ({ at }) => {
      await settlePrices(database, at)
      return null
    },
    makeCodes: async (question) => {
      await makeCodes(database, question)
      return null
    },
    codeFile: (question) => writeCodes(database, question),
    redemptions: ({ promotion }) => writeRedemptions(database, promotion),
    quote: async ({ plan, order }) => JSON.stringify(computeQuote((await plans.get(plan)).plan, order)),
    shopCart: async ({ plan: name, order }) => {
      const { plan, release } = await plans.get(name)
      return computeShopCart(plan, release, order)
    },
  }
}
