import { listTest } from './shared.ts'

/** `in`: channels. */
export const ChannelTestSchema = listTest('channel')
