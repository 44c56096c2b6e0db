/** Column heads of the files that are only taken out, never read back. */
export const heads = {
  activity: ['at', 'by', 'action', 'subject', 'name', 'detail'],
  redemptions: ['order', 'placed_at', 'promotion', 'name', 'code', 'amount', 'added', 'units', 'cancelled'],
  contacts: ['email', 'name', 'asked_at', 'confirmed_at', 'wording'],
  submission: [
    'promotion',
    'type',
    'title',
    'event',
    'start',
    'end',
    'sku',
    'regular_price',
    'price',
    'least_price',
    'decision',
    'cause',
  ],
  codes: ['code', 'state', 'handed_out', 'valid_until', 'order', 'used_at'],
}
