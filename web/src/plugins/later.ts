import { defineAsyncComponent, type Component } from 'vue'

const loads: (() => Promise<unknown>)[] = []

/** A component that is seen only after a click: its code comes after the first page stands, and is there before it is needed. */
export function later<C extends Component>(load: () => Promise<{ readonly default: C }>): C {
  loads.push(load)
  return defineAsyncComponent<C>(load)
}

export async function fetchLater(): Promise<void> {
  await Promise.allSettled(loads.map((load) => load()))
}
