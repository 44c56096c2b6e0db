import { onScopeDispose, watch } from 'vue'

/** Names the page in the window's title after the thing that it shows, once that is known, as long as the page stands. */
export function usePageTitle(name: () => string | undefined, of: () => string = () => 'Novalex'): void {
  const before = document.title
  watch(
    [name, of],
    ([title, place]) => {
      if (title) document.title = title === place ? title : `${title} · ${place}`
    },
    { immediate: true },
  )
  onScopeDispose(() => {
    document.title = before
  })
}
