import type { Page } from '@playwright/test'

/** Texts on the page that are cut off, shortened with nowhere to read them whole, or run out of it. */
export function findCutTexts(page: Page): Promise<string[]> {
  return page.evaluate(() => {
    const isClipping = (value: string) => value === 'hidden' || value === 'clip'
    const isScrolling = (value: string) => value === 'auto' || value === 'scroll'
    const findFault = (element: Element): string | null => {
      const box = element.getBoundingClientRect()
      const style = getComputedStyle(element)
      if (
        box.width <= 2 ||
        box.height <= 2 ||
        box.bottom <= 0 ||
        box.right <= 0 ||
        style.visibility === 'hidden' ||
        style.opacity === '0'
      )
        return null
      if (element.scrollWidth > element.clientWidth + 1 && isClipping(style.overflowX) && element.clientWidth > 2)
        if (style.textOverflow !== 'ellipsis') return 'cut off'
        else if (!element.closest('[title]')) return 'nowhere whole'
      for (let parent = element.parentElement; parent; parent = parent.parentElement) {
        const { overflowX, textOverflow } = getComputedStyle(parent)
        if (isScrolling(overflowX)) return null
        const frame = parent.getBoundingClientRect()
        const isBeyond = box.right > frame.right + 2 || box.left < frame.left - 2
        if (isClipping(overflowX) && frame.width > 2 && isBeyond && textOverflow !== 'ellipsis') return 'cut off'
      }
      return box.right > innerWidth + 1 ? 'out of the page' : null
    }
    const hasText = ({ childNodes }: Element) =>
      [...childNodes].some((node) => node.nodeType === Node.TEXT_NODE && node.textContent?.trim())
    const sideways = document.documentElement.scrollWidth > innerWidth + 1 ? ['the page scrolls sideways'] : []
    const faults = [...document.querySelectorAll('body *')].filter(hasText).flatMap((element) => {
      const fault = element.closest('[aria-hidden=true]') ? null : findFault(element)
      return fault === null
        ? []
        : [
            `${fault}: ${element.tagName.toLowerCase()}.${element.className} ${element.textContent?.trim().slice(0, 60)}`,
          ]
    })
    return [...new Set([...sideways, ...faults])]
  })
}
