export interface RunningServer {
  readonly url: string
  readonly pid: number
  readonly stop: () => Promise<void>
}

export const TEST_PASSWORD: string
export function fillWithDemo(options: {
  databaseUrl: string
  now?: string
  /** The built seed. */
  seed?: string
  password?: string
  renews?: boolean
}): Promise<boolean>
export function signInToDemo(url: string, role: string): Promise<{ readonly cookie: string }>
export function startServer(options: {
  databaseUrl: string
  port: number
  folder: string
  now?: string
  main?: string
  /** Further settings, by the names of the environment. */
  settings?: Readonly<Record<string, string>>
}): Promise<RunningServer>
