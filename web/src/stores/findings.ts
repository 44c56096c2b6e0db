import type { FindingAnswer, FindingsAnswer } from '@novalex/contract'
import { useTimeoutFn } from '@vueuse/core'
import { defineStore } from 'pinia'
import { computed, ref, watch } from 'vue'
import { useAnswer, type Answer } from '@/api/useAnswer.ts'
import { FINDING_SENTENCES } from '@/locale/catalogue.ts'
import type { SentenceContext } from '@/locale/en/findings.ts'
import { useStoreInfo } from './storeInfo.ts'

const CHECKING_MS = 2000
const CURRENT_MS = 300_000
const LATER_MS = 1500

/** Findings, asked for again while the plan is being checked. */
export function followFindings(ask: () => { readonly release?: string } | null): Answer<FindingsAnswer> {
  const interval = ref(CURRENT_MS)
  const question = () => {
    const query = ask()
    return query && { query }
  }
  const asked = useAnswer('listFindings', question, { refetchInterval: () => interval.value })
  watch(asked.data, (answer) => {
    interval.value = answer?.state === 'checking' ? CHECKING_MS : CURRENT_MS
  })
  return asked
}

/** Findings of the working plan, updated live. */
export const useFindings = defineStore('findings', () => {
  const store = useStoreInfo()
  // What stands on the page comes first; a page of findings asks for them itself.
  const isAsked = ref(false)
  function ask(): void {
    isAsked.value = true
  }
  useTimeoutFn(ask, LATER_MS)
  const { data: answer } = followFindings(() => (isAsked.value ? {} : null))
  const all = computed<readonly FindingAnswer[]>(() => answer.value?.findings ?? [])
  const open = computed(() => all.value.filter(({ setAside }) => setAside === null))
  const isCurrent = computed(() => answer.value?.state === 'current')
  const byPromotion = computed(() => {
    const found = new Map<string, FindingAnswer[]>()
    for (const finding of open.value)
      for (const { kind, id } of finding.subjects)
        if (kind === 'promotion') found.set(id, [...(found.get(id) ?? []), finding])
    return found
  })

  return {
    answer,
    /** At once, for a page that is about them. */
    ask,
    all,
    open,
    isCurrent,
    ofPromotion: (id: string): readonly FindingAnswer[] => byPromotion.value.get(id) ?? [],
    ofProduct: (sku: string) => open.value.filter(({ facts }) => 'sku' in facts && facts.sku === sku),
    describe: (finding: FindingAnswer, names = answer.value?.names ?? {}) => describe(finding, names, store.zone),
  }
})

/** A finding in one sentence. */
export function describe(finding: FindingAnswer, names: Readonly<Record<string, string>>, zone: string): string {
  const [first = '', ...others] = finding.subjects.map(({ kind, id }) => names[`${kind}:${id}`] ?? id)
  const called: SentenceContext = {
    subjects: [first, ...others],
    product: (sku) => names[`product:${sku}`] ?? sku,
    promotion: (id) => names[`promotion:${id}`] ?? id,
    zone,
  }
  const write = FINDING_SENTENCES[finding.kind] as (facts: unknown, called: SentenceContext) => string
  return write(finding.facts, called)
}
