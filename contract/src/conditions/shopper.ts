import { listTest } from './shared.ts'

/** `in`: ids of shoppers. */
export const ShopperTestSchema = listTest('shopper')
