/** The words about the interface for programs. */
export const referenceText = {
  title: 'The interface for programs',
  hint: 'Every address, what it takes and answers, and who may ask. Programs show a key: Authorization: Bearer …',
  document: 'As an OpenAPI document',
  search: 'Search addresses',
  none: 'No address holds that.',
  sent: 'Sent',
  required: 'must be given',
  refers: 'See also',
  places: { path: 'in the address', query: 'after the ?', header: 'as a header' } as Readonly<Record<string, string>>,
} as const
