import type { Problem } from '@novalex/core'
import { inject, provide, reactive, type InjectionKey, type Ref } from 'vue'

/** A text in a field that can't be read yet, with what is wrong with it. */
interface Typed {
  readonly text: string
  readonly problem: Problem
}

/** Problems by path. */
export interface Fields {
  readonly typed: Map<string, Typed>
  /** Of a field and everything below it: what can't be read, then what was refused. */
  problemsAt(path: string): Problem[]
  /** Drops texts that can't be read, of a field and everything below it. */
  forget(path: string): void
}

export function createFields(problems: Readonly<Ref<readonly Problem[]>>): Fields {
  const typed = reactive(new Map<string, Typed>())
  const isAt = (known: string, path: string) => known === path || known.startsWith(`${path}.`)
  return {
    typed,
    problemsAt(path) {
      const own = typed.get(path)
      const found = problems.value.filter((problem) => isAt(problem.path, path))
      return own ? [own.problem, ...found] : found
    },
    forget(path) {
      for (const known of [...typed.keys()]) if (isAt(known, path)) typed.delete(known)
    },
  }
}

const KEY: InjectionKey<Fields> = Symbol('fields')

export function provideFields(fields: Fields): void {
  provide(KEY, fields)
}

/** The places of what is being edited around here. Throws outside of an editor. */
export function useFields(): Fields {
  const fields = inject(KEY)
  if (!fields) throw new Error('useFields outside of an editor')
  return fields
}
