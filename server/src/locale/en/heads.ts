/** Column heads of the files that are only taken out, never read back. */
export const heads = {
  activity: ['at', 'by', 'action', 'subject', 'name', 'detail'],
  redemptions: ['order', 'placed_at', 'promotion', 'name', 'code', 'amount', 'added', 'units', 'cancelled'],
  contacts: ['email', 'name', 'asked_at', 'confirmed_at', 'wording'],
  codes: ['code', 'state', 'handed_out', 'valid_until', 'order', 'used_at'],
}
