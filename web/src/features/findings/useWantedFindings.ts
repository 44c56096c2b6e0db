import { computed, type Ref } from 'vue'
import { findingText as words } from '@/locale/catalogue.ts'
import { formatInstant } from '@novalex/words'
import { useFindings } from '@/stores/findings.ts'
import { useStoreInfo } from '@/stores/storeInfo.ts'

/** The findings of the working plan, or those about one promotion; the open ones and those set aside, and how current they are. */
export function useWantedFindings(about: Readonly<Ref<string | null>>) {
  const findings = useFindings()
  const store = useStoreInfo()
  const wanted = computed(() =>
    about.value === null
      ? findings.all
      : findings.all.filter(({ subjects }) => subjects.some(({ id }) => id === about.value)),
  )
  const open = computed(() => wanted.value.filter(({ setAside }) => setAside === null))
  const asides = computed(() => wanted.value.filter(({ setAside }) => setAside !== null))
  const state = computed(() => {
    const answer = findings.answer
    if (!answer) return ''
    if (answer.checkedAt === null) return words.first
    const at = formatInstant(Date.parse(answer.checkedAt), { zone: store.zone, year: false })
    return answer.state === 'checking' ? words.checking : words.current(at)
  })
  return { open, asides, state }
}
