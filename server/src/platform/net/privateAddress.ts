import { lookup as resolve, type LookupAddress } from 'node:dns'
import { BlockList, isIP, type LookupFunction } from 'node:net'

/** Addresses that are not on the public internet. Source: RFC 6890, and the IPv6 ranges of the same registries. */
const PRIVATE = new BlockList()
for (const [net, prefix] of [
  ['0.0.0.0', 8],
  ['10.0.0.0', 8],
  ['100.64.0.0', 10],
  ['127.0.0.0', 8],
  ['169.254.0.0', 16],
  ['172.16.0.0', 12],
  ['192.0.0.0', 24],
  ['192.168.0.0', 16],
  ['198.18.0.0', 15],
  ['224.0.0.0', 4],
  ['240.0.0.0', 4],
] as const) {
  PRIVATE.addSubnet(net, prefix, 'ipv4')
}
for (const [net, prefix] of [
  ['::', 128],
  ['::1', 128],
  ['64:ff9b::', 96],
  ['fc00::', 7],
  ['fe80::', 10],
  ['ff00::', 8],
] as const) {
  PRIVATE.addSubnet(net, prefix, 'ipv6')
}

export function isPrivateAddress(address: string): boolean {
  return PRIVATE.check(address, isIP(address) === 6 ? 'ipv6' : 'ipv4')
}

/** Whether an address leads into a private network as it is written; a name may still do so once it is looked up. */
export function isPrivateHost(url: string): boolean {
  const host = new URL(url).hostname.replace(/^\[|\]$/g, '').toLowerCase()
  if (isIP(host) > 0) return isPrivateAddress(host)
  return host === 'localhost' || host.endsWith('.localhost') || host.endsWith('.local') || !host.includes('.')
}

/** Looks a name up and refuses an address of a private network, so that what is connected to is what was checked. */
export const lookUpPublic: LookupFunction = (hostname, options, done) => {
  resolve(hostname, { ...options, all: true }, (error, addresses: LookupAddress[]) => {
    if (error) return done(error, '', 0)
    if (addresses.some(({ address }) => isPrivateAddress(address))) return done(new Error('private address'), '', 0)
    const [first] = addresses
    if (options.all) (done as unknown as (error: null, all: LookupAddress[]) => void)(null, addresses)
    else done(null, first!.address, first!.family)
  })
}
