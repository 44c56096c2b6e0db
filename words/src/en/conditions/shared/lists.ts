import { joinWords } from '../../grammar.ts'

export const either = (values: readonly string[]) => joinWords(values, 'or')
