import { PASSWORD_LENGTH } from '@novalex/contract'
import { createProblem, type Problem } from '@novalex/core'
import argon2 from 'argon2'
import { COMMON_PASSWORDS } from './commonPasswords.ts'

/** Memory in KiB and rounds of one hash: some hundredths of a second. Source: OWASP’s advice on storing passwords, argon2id. */
const COST = { type: argon2.argon2id, memoryCost: 19_456, timeCost: 2, parallelism: 1 } as const

/** The same password however the keyboard composes its letters. */
const toBytes = (password: string) => Buffer.from(password.normalize('NFKC'))

export function hashPassword(password: string): Promise<string> {
  return argon2.hash(toBytes(password), COST)
}

let decoy: Promise<string> | undefined

/** Whether it is the password; where there is none, it takes as long to say no. */
export async function isPassword(password: string, hash: string | null): Promise<boolean> {
  decoy ??= hashPassword('of nobody')
  const isRight = await argon2.verify(hash ?? (await decoy), toBytes(password))
  return isRight && hash !== null
}

/** Problems of a new password. */
export function checkPassword(password: string, email: string, path: string): Problem[] {
  const { min } = PASSWORD_LENGTH
  if ([...password].length < min) return [createProblem('password-short', path, { min })]
  const plain = password.toLowerCase().replaceAll(/\s/g, '')
  const isGuessed = COMMON_PASSWORDS.has(plain) || new Set(plain).size < 4 || plain === email.toLowerCase()
  return isGuessed ? [createProblem('password-common', path)] : []
}
