import { createPseudo, LANGUAGES, type Language } from '@novalex/contract'
import { en } from './en/index.ts'

const CATALOGUES: Readonly<Record<Language, () => typeof en>> = { en: () => en, xx: () => createPseudo(en) }

/** The language that `NOVALEX_LANG` names, English by default; null if there is none such. */
export const readLanguage = ({ NOVALEX_LANG: name }: NodeJS.ProcessEnv) =>
  LANGUAGES.find((language) => language === (name || 'en')) ?? null

/** All that the server writes for people, by key, in the language of this process. */
export const { accessLetters, shopperLetters, heads, submissionCauses, calendarText, writeSentence } =
  CATALOGUES[readLanguage(process.env) ?? 'en']()
