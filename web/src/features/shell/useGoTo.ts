import { createNameTest } from '@novalex/core'
import { createGlobalState } from '@vueuse/core'
import { computed, type Ref } from 'vue'
import { useRouter } from 'vue-router'
import { useProductSearch } from '@/composables/useProductSearch.ts'
import { usePromotionRecords } from '@/composables/usePromotionRecords.ts'
import { useStoredList } from '@/composables/useStoredList.ts'
import { useThemeName } from '@/composables/useThemeName.ts'
import { text } from '@/locale/catalogue.ts'
import { useNewPromotion } from '@/stores/newPromotion.ts'
import { useSession } from '@/stores/session.ts'
import { PLACES } from './places.ts'
import { useKeysDialog } from './useKeysDialog.ts'

/** Something to go to or to do. */
export interface Target {
  /** An address, or `do:` and the name of a command. */
  readonly id: string
  readonly title: string
  /** What it is: a page, a promotion, a command and so on. */
  readonly kind: string
}

const MOST_OF_A_KIND = 6
const MOST_RECENT = 8
const RECENT_KEY = 'novalex.recent'

const words = text.goTo

/** Shared, since it is written when the dialog has closed already. */
const useRecent = createGlobalState(() => useStoredList(RECENT_KEY, isTarget))

function isTarget(one: unknown): one is Target {
  const { id, title, kind } = (one ?? {}) as Partial<Record<keyof Target, unknown>>
  return [id, title, kind].every((text) => typeof text === 'string')
}

const isThing = (id: string) => /^\/(?:promotions|products)\//.test(id)

/** Pages, promotions, products, orders, codes and commands by what is typed; with nothing typed, the recent ones, then the pages. */
export function useGoTo(typed: Ref<string>) {
  const router = useRouter()
  const session = useSession()
  const planning = useNewPromotion()
  const shortcuts = useKeysDialog()
  const theme = useThemeName()
  const { records } = usePromotionRecords()
  const { found: products } = useProductSearch(typed)
  const recent = useRecent()

  const commands: Readonly<Record<string, () => unknown>> = {
    'do:new-promotion': () => router.push('/promotions').then(() => (planning.isOpen.value = true)),
    'do:theme': () => (theme.value = theme.value === 'night' ? 'paper' : 'night'),
    'do:shortcuts': shortcuts.open,
  }

  const fixed = computed<Target[]>(() => [
    ...PLACES.filter(({ role }) => role === undefined || session.may(role)).map(({ path, name }) => ({
      id: path,
      title: name,
      kind: words.kinds.page,
    })),
    ...(session.may('planner')
      ? [{ id: 'do:new-promotion', title: text.promotions.plan, kind: words.kinds.command }]
      : []),
    {
      id: 'do:theme',
      title: theme.value === 'night' ? text.rail.themeBack : text.rail.theme,
      kind: words.kinds.command,
    },
    { id: 'do:shortcuts', title: text.rail.keys, kind: words.kinds.command },
  ])

  const targets = computed<Target[]>(() => {
    const wanted = typed.value.trim()
    if (wanted === '') {
      const allowed = new Map(fixed.value.map((one) => [one.id, one]))
      // Another person may use this browser: their pages and commands are those of their role.
      const again = recent.value.flatMap((one) => allowed.get(one.id) ?? (isThing(one.id) ? one : []))
      return [...new Map([...again, ...fixed.value].map((one) => [one.id, one])).values()]
    }
    const isNamed = createNameTest(wanted)
    const promotions = (records.value ?? [])
      .filter(({ promotion: { name, code } }) => isNamed(`${name} ${code && 'text' in code ? code.text : ''}`))
      .map(({ promotion: { id, name } }) => ({
        id: `/promotions/${encodeURIComponent(id)}`,
        title: name,
        kind: words.kinds.promotion,
      }))
    const goods = products.value.map(({ sku, name }) => ({
      id: `/products/${encodeURIComponent(sku)}`,
      title: `${name} · ${sku}`,
      kind: words.kinds.product,
    }))
    const query = encodeURIComponent(wanted)
    return [
      ...fixed.value.filter(({ title }) => isNamed(title)),
      ...promotions.slice(0, MOST_OF_A_KIND),
      ...goods.slice(0, MOST_OF_A_KIND),
      { id: `/orders?search=${query}`, title: words.orders(wanted), kind: words.kinds.orders },
      ...(session.may('releaser')
        ? [{ id: `/codes?code=${query}`, title: words.code(wanted), kind: words.kinds.codes }]
        : []),
    ]
  })

  /** Goes there, and remembers it. */
  async function go(target: Target): Promise<void> {
    const { id } = target
    if (!id.includes('?')) {
      recent.value = [target, ...recent.value.filter((one) => one.id !== id)].slice(0, MOST_RECENT)
    }
    const command = commands[id]
    await (command ? command() : router.push(id))
  }

  return { targets, go }
}
