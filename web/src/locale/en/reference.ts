/** The words of the API reference. */
export const referenceText = {
  title: 'API reference',
  hint: 'Every endpoint, its request and response, and required access. Authenticate with an API key: Authorization: Bearer …',
  document: 'Download OpenAPI document',
  search: 'Search endpoints',
  none: 'No matching endpoints.',
  sent: 'Request body',
  required: 'required',
  refers: 'See also',
  places: { path: 'path', query: 'query', header: 'header' } as Readonly<Record<string, string>>,
}
