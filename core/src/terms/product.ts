import type { BasisPoints, MinorUnits } from '../values/index.ts'

export interface Category {
  readonly id: string
  readonly name: string
  readonly parent: string | null
}

export interface Product {
  readonly sku: string
  readonly name: string
  readonly family: string | null
  readonly categories: readonly string[]
  readonly tags: readonly string[]
  readonly regularPrice: MinorUnits
  readonly unitCost: MinorUnits | null
  readonly minimumPrice: MinorUnits | null
  readonly taxRate: BasisPoints
  readonly stock: number | null
}

export interface ProductSet {
  readonly id: string
  readonly skus: readonly string[]
}

export interface Catalogue {
  readonly categories: readonly Category[]
  readonly products: readonly Product[]
  readonly sets: readonly ProductSet[]
}
