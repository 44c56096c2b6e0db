export * from './api.ts'
export * from './errors.ts'
export * from './orderSchema.ts'
export * from './planSchema.ts'
