import { collectDefaultMetrics, Counter, Gauge, Histogram, Registry } from 'prom-client'

/** The metrics of this process, for Prometheus. */
export const registry = new Registry()
collectDefaultMetrics({ register: registry })
// Gauges with the name of a counter; the same figures by type remain.
for (const name of ['nodejs_active_handles_total', 'nodejs_active_requests_total', 'nodejs_active_resources_total'])
  registry.removeSingleMetric(name)

/** In seconds: a quote takes one or two thousandths, a review of a large plan some. */
export const BUCKETS_S = [0.001, 0.0025, 0.005, 0.01, 0.025, 0.05, 0.1, 0.25, 0.5, 1, 2.5, 5, 10, 30]

const registers = [registry]

/** `outcome`: `placed`, `replayed`, or the code of the refusal. */
export const ordersTotal = new Counter({
  name: 'novalex_orders_total',
  help: 'Orders that were asked for, by outcome.',
  labelNames: ['outcome'] as const,
  registers,
})

export const importsTotal = new Counter({
  name: 'novalex_imports_total',
  help: 'Steps of imports (read, write) that ended, by kind of file and outcome.',
  labelNames: ['kind', 'step', 'outcome'] as const,
  registers,
})

export const lettersTotal = new Counter({
  name: 'novalex_letters_total',
  help: 'Letters that were handed to the mailbox.',
  registers,
})

/** Jobs of all kinds: checks, imports, reviews, large carts. */
export const jobSeconds = new Histogram({
  name: 'novalex_job_seconds',
  help: 'Duration of jobs in threads, from the question to the answer, by job and outcome.',
  labelNames: ['job', 'outcome'] as const,
  buckets: BUCKETS_S,
  registers,
})

export const jobsPending = new Gauge({
  name: 'novalex_jobs_pending',
  help: 'Jobs that wait for a thread or run in one, by pool.',
  labelNames: ['pool'] as const,
  registers,
})
