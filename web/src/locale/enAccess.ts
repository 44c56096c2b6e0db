import type { KeyScope, LoggedAction, LoggedThing, PersonRole } from '@novalex/contract'

/** What each role may do, from the table of endpoints in words. */
export const ROLE_NAMES: Readonly<Record<PersonRole, string>> = {
  reader: 'reader',
  planner: 'planner',
  releaser: 'releaser',
  administrator: 'administrator',
}

export const ROLE_HINTS: Readonly<Record<PersonRole, string>> = {
  reader: 'looks at everything that is planned',
  planner: 'also plans, proves and brings in files',
  releaser: 'also releases, so that the shop follows',
  administrator: 'also people, keys and the store’s rules',
}

/** The same, told to who has it. */
export const ROLE_SENTENCES: Readonly<Record<PersonRole, string>> = {
  reader: 'You are a reader: you look at everything that is planned.',
  planner: 'You are a planner: you plan, prove and bring in files. A releaser releases what you plan.',
  releaser: 'You are a releaser: you plan, and you release, so that the shop follows.',
  administrator: 'You are an administrator: you plan, release, and look after people, keys and the store’s rules.',
}

export const SCOPE_HINTS: Readonly<Record<KeyScope, string>> = {
  quote: 'products and carts with their prices, for any shopper by id',
  orders: 'placing and cancelling its own orders',
  feeds: 'product feeds',
  codes: 'handing out codes',
}

export const THING_NAMES: Readonly<Record<LoggedThing, string>> = {
  promotion: 'promotions',
  campaign: 'campaigns',
  set: 'product sets',
  occasion: 'occasions',
  product: 'products',
  file: 'files',
  testCart: 'test carts',
  store: 'the store’s rules',
  release: 'releases',
  person: 'people',
  key: 'keys',
  order: 'orders and counts',
}

/** What was done, so that the thing's name can follow. */
const ACTION_NAMES: Readonly<Partial<Record<LoggedAction, string>>> = {
  'create-promotion': 'planned',
  'change-promotion': 'changed',
  'rank-promotion': 'moved in rank',
  'delete-promotion': 'deleted',
  'restore-promotion': 'brought back',
  'create-campaign': 'began the campaign',
  'change-campaign': 'changed the campaign',
  'delete-campaign': 'deleted the campaign',
  'cancel-order': 'cancelled the order',
  'correct-count': 'corrected what was sold of',
  'create-set': 'made the product set',
  'change-set': 'changed the product set',
  'delete-set': 'deleted the product set',
  'create-occasion': 'noted the occasion',
  'change-occasion': 'changed the occasion',
  'delete-occasion': 'deleted the occasion',
  'create-product': 'added the product',
  'delete-product': 'took out the product',
  'delete-category': 'took out the category',
  'take-off': 'took sale prices off',
  'create-test-cart': 'kept the test cart',
  'change-test-cart': 'changed the test cart',
  'delete-test-cart': 'deleted the test cart',
  'set-up': 'set up the store',
  'change-stacking': 'changed what stacks',
  'change-price-rules': 'changed the price rules',
  'change-delivery': 'changed the prices of delivery',
  'change-second-person': 'changed who may release',
  'prepare-release': 'prepared a release',
  'send-back-release': 'sent a release back',
  'withdraw-release': 'took a prepared release back',
  release: 'made',
  'invite-person': 'invited',
  'change-person': 'gave another role to',
  'remove-person': 'removed',
  'end-sessions': 'ended the sessions of',
  'accept-invitation': 'accepted the invitation',
  'reset-password': 'set a new password by link',
  'change-password': 'changed the password',
  'create-key': 'made the key',
  'revoke-key': 'revoked the key',
}

/** An action of the log in words. */
export function nameAction(action: string): string {
  const known = ACTION_NAMES[action as LoggedAction]
  if (known) return known
  const file = /^(undo-)?import-(.+)$/.exec(action)
  return file ? `${file[1] ? 'took back' : 'brought in'} a file of ${file[2]}` : action
}

/** The words about who may do what. */
export const accessText = {
  email: 'E-mail',
  password: 'Password',
  name: 'Name',
  role: 'Role',
  signIn: {
    title: 'Sign in',
    act: 'Sign in',
    forgot: 'Forgot the password?',
    demoTitle: 'The demo',
    demoHint: 'One click signs you in as one of its four people.',
    demoAct: (name: string) => `Sign in as ${name}`,
    out: 'Sign out',
    shop: 'To the shop',
  },
  again: {
    title: 'You are signed out',
    hint: (name: string) =>
      `Your session has ended. Nothing is lost: sign in again as ${name}, and it goes on where it was.`,
    other: 'Sign in as somebody else',
    otherHint: 'What is not saved on this page is lost then.',
  },
  reset: {
    title: 'A new password',
    hint: 'Give your address. If somebody signs in here with it, a message with a link is on its way.',
    act: 'Send the link',
    sent: (email: string) =>
      `If ${email} belongs to somebody here, the message is in the mailbox. In this installation an administrator finds it under Mailbox.`,
    back: 'Back to signing in',
  },
  welcome: {
    invitation: (name: string) => `Welcome, ${name}`,
    reset: (name: string) => `A new password for ${name}`,
    hint: 'At least 12 characters. A few words that only you put together are easy to keep in mind.',
    act: 'Keep it and sign in',
    lapsed: 'This link was used, replaced by a newer one, or its time is over. Ask for a new one.',
  },
  setUp: {
    title: 'The first start',
    hint: 'Nobody can sign in yet. Say which store this is, and who looks after it.',
    store: 'The store',
    storeName: 'Name of the store',
    currency: 'Currency',
    timeZone: 'Time zone',
    gross: 'Prices include tax',
    person: 'Its first administrator',
    act: 'Begin',
  },
  people: {
    title: 'People',
    invite: 'Invite somebody …',
    inviteTitle: 'Invite somebody',
    inviteAct: 'Send the invitation',
    invited: (email: string) => `The invitation to ${email} is in the mailbox.`,
    columns: { name: 'Name', role: 'Role', state: 'State', seen: 'Last seen' },
    states: { invited: 'invited', active: 'active', removed: 'removed' },
    never: 'never',
    seen: (when: string, sessions: string) => `${when} · ${sessions}`,
    again: 'Invite again',
    end: 'End sessions',
    ended: (name: string) => `${name} is signed out everywhere.`,
    remove: 'Remove …',
    removeTitle: (name: string) => `Remove ${name}?`,
    removeHint: (name: string) =>
      `${name} is signed out everywhere and can’t sign in any more. The log keeps the name. An invitation to the same address takes it back.`,
    removeAct: 'Remove',
    roleOf: (name: string) => `Role of ${name}`,
    changed: (name: string, role: string) => `${name} is ${role} now.`,
    you: 'you',
  },
  keys: {
    title: 'Keys for shops',
    hint: 'A shop’s server shows a key with each request. It is told once, when it is made, and kept only as a fingerprint.',
    make: 'Make a key …',
    makeTitle: 'A key for a shop',
    makeAct: 'Make it',
    nameLabel: 'What it is for',
    scopes: 'What it may do',
    ends: 'Ends at the end of',
    endsHint: 'Empty: it holds until it is revoked.',
    madeTitle: 'The new key',
    madeHint: 'Copy it now: it is not shown again.',
    copy: 'Copy',
    copied: 'copied',
    done: 'Done',
    none: 'There is no key yet.',
    columns: { name: 'For', scopes: 'May', used: 'Last used', ends: 'Ends', made: 'Made' },
    never: 'never',
    open: 'open',
    ended: 'ended',
    revoked: 'revoked',
    revoke: 'Revoke',
    said: (name: string) => `The key for ${name} is not taken any more.`,
    madeBy: (when: string, by: string) => `${when}, by ${by}`,
    how: 'How a shop connects',
    reference: 'All addresses of the interface',
  },
  mailbox: {
    title: 'Mailbox',
    hint: 'This stands in for sending: messages that would go out by e-mail lie here instead. Whoever reads them can use their links, so only administrators do.',
    none: 'Nothing was sent yet.',
    file: 'As a file (.eml)',
    to: (to: string) => `to ${to}`,
    choose: 'Choose a message.',
    standIn: 'stand-in',
  },
  me: {
    title: 'You',
    passwordTitle: 'Password',
    present: 'Present password',
    next: 'New password',
    act: 'Change it',
    changed: 'The password is changed. Your other sessions have ended.',
    sessionsTitle: 'Where you are signed in',
    this: 'this one',
    end: 'Sign out there',
    ended: 'That session has ended.',
    since: (since: string, seen: string) => `since ${since}, last used ${seen}`,
    unknown: 'an unnamed program',
  },
  log: {
    title: 'Log',
    hint: 'Who changed what, and when; times are the store’s.',
    columns: { at: 'When', by: 'Who', what: 'What', subject: 'Which' },
    by: 'Person',
    subject: 'Thing',
    anybody: 'anybody',
    anything: 'anything',
    none: 'Nothing fits.',
    csv: 'As CSV',
    more: 'Show earlier',
    details: 'Before and after',
    before: 'before',
    after: 'after',
  },
} as const
