import { later } from '@/plugins/later.ts'

/** An entry of a menu. */
export interface MenuAction {
  readonly title: string
  readonly run: () => unknown
  /** Whether it is what is chosen at present. */
  readonly isActive?: boolean
}

/** `ActionList`, which nobody sees before they click. */
export const ActionList = later(() => import('./ActionList.vue'))
