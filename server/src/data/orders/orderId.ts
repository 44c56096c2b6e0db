/** How statements that go with an order name its id: a variable of the connection. */
export const ORDER_ID = '@order_id'
