/** Puts the keyboard where a page's content begins. */
export function focusContent(): void {
  document.querySelector<HTMLElement>('#content')?.focus()
}

/** After a page has gone with what had the focus: the next Tab goes into the new one instead of the top of the window. */
export function focusContentIfLost(): void {
  if (document.activeElement === null || document.activeElement === document.body) focusContent()
}
