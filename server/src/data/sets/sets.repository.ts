import type { SetRecord } from '@novalex/contract'
import { createNamedRecords } from '../versioned/index.ts'

export type SetContent = SetRecord['content']

export const SETS = createNamedRecords<SetContent>('product_sets', 'set')
