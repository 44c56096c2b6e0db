import { writeSentence } from '@novalex/words'
import { accessLetters } from './accessLetters.ts'
import { calendarText } from './calendarText.ts'
import { heads } from './heads.ts'
import { submissionCauses } from './submissionCauses.ts'
import { shopperLetters } from './shopperLetters.ts'

/** All that the server writes for people, in English: texts by key, and functions that fill in their parameters. */
export const en = { accessLetters, shopperLetters, heads, submissionCauses, calendarText, writeSentence }
