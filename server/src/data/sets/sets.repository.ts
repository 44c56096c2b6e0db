import type { SetRecord } from '@novalex/contract'
import { createNamedRecords } from '../versioned/namedRecords.ts'

export type SetContent = SetRecord['content']

export const SETS = createNamedRecords<SetContent>('product_sets', 'set')
