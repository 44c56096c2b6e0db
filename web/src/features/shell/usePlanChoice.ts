import { computed } from 'vue'
import { useAnswer } from '@/api/useAnswer.ts'
import { text } from '@/locale/catalogue.ts'
import { useMoment } from '@/stores/moment.ts'

/** The plans that can be looked at: the working one, each release, and one that the address names although it is not there. */
export function usePlanChoice() {
  const moment = useMoment()
  const { data: releases } = useAnswer('listReleases')
  return computed(() => {
    const numbers = (releases.value ?? []).map(({ number }) => number)
    // The page says that it is not there.
    const asked = moment.plan === 'working' ? [] : [Number(moment.plan)]
    return [
      { value: 'working', title: text.moment.working },
      ...[...new Set([...numbers, ...asked])].map((number) => {
        return { value: String(number), title: text.moment.release(number) }
      }),
    ]
  })
}
