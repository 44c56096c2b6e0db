import type { ReleaseChange } from '@novalex/contract'
import { collectDependents, collectNeeds } from '@novalex/core'
import { computed, shallowRef, type ComputedRef } from 'vue'
import { changeText, joinWords, quote } from '@/locale/catalogue.ts'
import { nameChange } from '@/features/changes/describeChange.ts'

/**
 * Which changes go into the next release: all of them until somebody chooses. From then on a change that comes is not part of it. What a change needs is
 * ticked with it, what needs it is unticked with it, and `said` tells both.
 */
export function useChoice(changes: () => readonly ReleaseChange[]) {
  /** Null: all. */
  const picked = shallowRef<ReadonlySet<string> | null>(null)
  const said = shallowRef('')
  const all = computed(() => new Set(changes().map(({ id }) => id)))
  const chosen: ComputedRef<ReadonlySet<string>> = computed(() => {
    const own = picked.value
    return own === null ? all.value : new Set([...own].filter((id) => all.value.has(id)))
  })
  const isAll = computed(() => chosen.value.size === all.value.size)

  function keep(next: ReadonlySet<string>): void {
    picked.value = [...all.value].every((id) => next.has(id)) ? null : next
  }
  const namesOf = (ids: readonly string[]) =>
    joinWords(changes().flatMap((change) => (ids.includes(change.id) ? quote(nameChange(change)) : [])))

  /** Ticks changes, with what they need, or unticks them, with what needs them. */
  function set(ids: readonly string[], is: boolean): void {
    const next = new Set(chosen.value)
    const more = new Set<string>()
    for (const id of ids) {
      for (const one of is ? collectNeeds(changes(), id) : collectDependents(changes(), id)) {
        if (next.has(one) !== is && !ids.includes(one)) more.add(one)
        if (is) next.add(one)
        else next.delete(one)
      }
    }
    const say = is ? changeText.alsoSelected : changeText.alsoCleared
    said.value = more.size > 0 ? say(namesOf([...more]), ids.length === 1 ? namesOf(ids) : changeText.these) : ''
    keep(next)
  }

  /** Ticks these alone, with what they need. */
  function only(ids: readonly string[]): void {
    const next = new Set(ids.flatMap((id) => [...collectNeeds(changes(), id)]))
    const more = [...next].filter((id) => !ids.includes(id))
    said.value =
      more.length > 0 ? changeText.alsoSelected(namesOf(more), ids.length === 1 ? namesOf(ids) : changeText.these) : ''
    keep(next)
  }

  function clear(): void {
    picked.value = null
    said.value = ''
  }
  return { chosen, isAll, said, set, only, clear }
}
