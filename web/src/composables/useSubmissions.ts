import { computed } from 'vue'
import { useAnswer } from '@/api/useAnswer.ts'
import { nameChannel } from '@novalex/words'
import { useStoreInfo } from '@/stores/storeInfo.ts'

/** What was submitted to partners and what is due, with names; asked only where there are partners. */
export function useSubmissions() {
  const store = useStoreInfo()
  const asked = useAnswer('listSubmissions', () => (store.partners.length > 0 ? {} : null))
  const submissions = computed(() => asked.data.value?.submissions ?? [])
  const due = computed(() => asked.data.value?.due ?? [])
  const nameOf = (id: string) => asked.data.value?.names[id] ?? id
  /** When something is to be submitted at the latest, and when what a partner holds can't be changed any more. */
  const times = computed(() => {
    const submitting = due.value.map((one) => ({ ...one, is: 'submitBy' as const, at: Date.parse(one.submitBy) }))
    const locking = submissions.value.flatMap((one) =>
      one.locksAt !== null && one.isHeld && !one.isLocked
        ? [{ ...one, is: 'locks' as const, at: Date.parse(one.locksAt) }]
        : [],
    )
    return [...submitting, ...locking].map(({ promotion, channel, is, at }) => {
      return { promotion, name: nameOf(promotion), partner: nameChannel(channel), is, at }
    })
  })
  return { submissions, due, nameOf, times }
}
