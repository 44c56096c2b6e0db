import { computed } from 'vue'
import { followFindings } from '@/stores/findings.ts'

/** The findings that a release would bring; serious ones hold it back until they are fixed or set aside. `plan`: what it would make live, null while that has no name. */
export function useReviewFindings(plan: () => string | null) {
  const asked = followFindings(() => {
    const named = plan()
    return named === null ? null : { release: named === 'working' ? 'next' : named }
  })
  const isCurrent = computed(() => asked.data.value?.state === 'current' && !asked.isPlaceholderData.value)
  const findings = computed(() => asked.data.value?.findings ?? [])
  const stops = computed(() =>
    findings.value.filter(({ severity, setAside }) => severity === 'blocker' && setAside === null),
  )
  return { answer: asked.data, isCurrent, findings, stops }
}
