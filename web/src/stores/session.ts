import { PERSON_ROLES, type PersonRole, type SessionAnswer } from '@novalex/contract'
import { defineStore } from 'pinia'
import { computed, ref, shallowRef } from 'vue'
import { call } from '@/api/call.ts'
import { ApiError, onSignedOut } from '@/api/http.ts'

const RETRY_MS = 3000

/** The signed-in user. */
export const useSession = defineStore('session', () => {
  const answer = shallowRef<SessionAnswer | null>(null)
  /** Why it is not known yet who is signed in; it is asked again by itself. */
  const error = shallowRef<ApiError | null>(null)
  /** Whether the session has ended while someone was at work: their page stays, and waits. */
  const isEnded = ref(false)
  let goOn: (() => void)[] = []
  let loading: Promise<SessionAnswer> | null = null
  let signedInAt = 0

  const account = computed(() => answer.value?.account ?? null)

  /** Settles once the server has said who is signed in. */
  function load(): Promise<SessionAnswer> {
    if (answer.value) return Promise.resolve(answer.value)
    loading ??= ask()
    return loading
  }

  async function ask(): Promise<SessionAnswer> {
    for (;;) {
      try {
        const given = await call('getSession')
        error.value = null
        take(given)
        return given
      } catch (thrown) {
        if (!(thrown instanceof ApiError)) throw thrown
        error.value = thrown
        await new Promise((resolve) => setTimeout(resolve, RETRY_MS))
      }
    }
  }

  /** Someone has signed in; whatever waited for it goes on. */
  function take(given: SessionAnswer): void {
    answer.value = given
    if (!given.account) return
    signedInAt = performance.now()
    isEnded.value = false
    for (const go of goOn) go()
    goOn = []
  }

  /** A request that was refused for want of a session waits here until there is one again. */
  onSignedOut((sentAt) => {
    if (!account.value) return null
    // Refused before someone signed in, and heard of after it.
    if (sentAt <= signedInAt) return Promise.resolve()
    isEnded.value = true
    return new Promise<void>((resolve) => goOn.push(resolve))
  })

  const may = (role: PersonRole) =>
    account.value !== null && PERSON_ROLES.indexOf(account.value.role) >= PERSON_ROLES.indexOf(role)

  async function signOut(): Promise<void> {
    await call('signOut')
    // A fresh page: nothing of what was seen stays in it.
    window.location.assign('/sign-in')
  }
  return { answer, error, account, isEnded, load, take, may, signOut }
})
