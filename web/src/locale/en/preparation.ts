/** The words about releases that one person requests and another approves. */
export const preparationText = {
  title: 'Release request',
  by: (name: string) => `Requested by ${name}`,
  again: (number: number) => `Restores release ${number}.`,
  changed: 'The plan has changed. Request approval again.',
  edited: (names: string) => `Edited since: ${names}. Request approval again.`,
  own: 'You can’t approve your own request.',
  waits: 'Awaiting approval by a releaser.',
  approve: 'Approve and publish',
  made: (number: number) => `Release ${number} is live.`,
  back: 'Return…',
  backTitle: (name: string) => `Return request to ${name}`,
  backAct: 'Return request',
  word: 'Changes needed',
  sentBack: (name: string) => `Request returned to ${name}.`,
  withdraw: 'Withdraw request',
  withdrawn: 'Request withdrawn.',
  prepare: 'Request approval',
  prepared: 'Approval requested.',
  returned: (name: string, when: string) => `Returned by ${name}, ${when}:`,
  since: (edited: string, more: string) =>
    edited === '' && more === ''
      ? 'Nothing was changed since.'
      : [edited && `Edited since: ${edited}.`, more && `Not part of it: ${more}.`].filter(Boolean).join(' '),
  twoNeeded: 'Releases must be approved by a second person.',
  releaserNeeded: 'A releaser approves and publishes your request.',
  preparedBy: (name: string) => `requested by ${name}`,
}
