import { Type, type Static } from '@sinclair/typebox'
import { choice, Id, SEEN, strict, Version } from './basicSchema.ts'

/** The channel of the shop that ships, which every store has. */
export const SHOP_CHANNEL = 'web'

/** A channel through which the store sells. */
const ChannelSchema = Type.Object(
  {
    id: Id,
    name: Type.String({ minLength: 1, maxLength: 60, pattern: SEEN }),
    /** Of the store itself. */
    kind: choice('own'),
  },
  strict,
)
export type Channel = Static<typeof ChannelSchema>
export const ChannelsSchema = Type.Array(ChannelSchema, { minItems: 1, maxItems: 20 })

export const ChannelsRequest = Type.Object({ channels: ChannelsSchema, version: Version }, strict)
export type ChannelsRequest = Static<typeof ChannelsRequest>
