/** An email, in the words of a language. */
export interface Letter {
  readonly to: string
  readonly subject: string
  readonly text: string
}
