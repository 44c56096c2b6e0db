import type { Request } from 'express'
import { ipKeyGenerator } from 'express-rate-limit'

/** A household or a small host gets a /64 of its own and may change the rest at will. */
const IPV6_SUBNET = 64

/** The sender of a request, as limits count them: an IPv4 address, or the /64 of an IPv6 address. */
export const senderOf = ({ ip = '' }: Pick<Request, 'ip'>): string => ipKeyGenerator(ip, IPV6_SUBNET)
