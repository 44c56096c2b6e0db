import { ADDRESSES, addressOf, ENDPOINTS, type Endpoint, type EndpointName } from '@novalex/contract'

const START = '<!-- endpoints: written by `npm run docs:api` -->'
const END = '<!-- end of the endpoints -->'

/** The list of endpoints in docs/api.md, from the contract's table. */
function describeEndpoints(): string {
  return (Object.keys(ADDRESSES) as EndpointName[]).map((name) => describe(name, ENDPOINTS[name])).join('\n')
}

function describe(name: EndpointName, { role, scope, summary, query, errors }: Endpoint): string {
  const { method, path } = addressOf(name)
  const asked = Object.keys(query?.properties ?? {}).join('`, `')
  return [
    `- \`${method} /api${path}\` (${role}${scope ? `, or a key with \`${scope}\`` : ''}): ${summary.charAt(0).toLowerCase()}${summary.slice(1)}.`,
    ...(asked ? [`Asked with \`${asked}\`.`] : []),
    ...(errors.length > 0 ? [`May answer \`${errors.join('`, `')}\`.`] : []),
  ].join(' ')
}

/** The page with its list as the contract has it now. Throws where the page has no place for it. */
export function fillApiPage(page: string): string {
  const [from, to] = [page.indexOf(START), page.indexOf(END)]
  if (from < 0 || to < from) throw new Error('docs/api.md has no place for the list of endpoints')
  return `${page.slice(0, from)}${START}\n\n${describeEndpoints()}\n\n${page.slice(to)}`
}
