/** A short mark of an occasion in the store's own colours. */
export interface Flag {
  readonly text: string
  readonly colour: 'blue' | 'green' | 'ochre' | 'red' | 'violet'
}
