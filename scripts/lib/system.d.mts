export const ROOT: string
export function findBrowser(): string | undefined
export function findFreePort(): Promise<number>
export function isPortTaken(port: number): Promise<boolean>
export function pause(ms: number): Promise<void>
