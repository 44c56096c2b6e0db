/** Whether an insert or update failed because a unique key exists already. */
export function isDuplicate(thrown: unknown): boolean {
  return (thrown as { code?: string } | null)?.code === 'ER_DUP_ENTRY'
}
