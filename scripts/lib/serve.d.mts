export interface RunningServer {
  readonly url: string
  readonly pid: number
  readonly stop: () => Promise<void>
}

export function fillWithDemo(options: { databaseUrl: string; now?: string }): Promise<boolean>
export function startServer(options: {
  databaseUrl: string
  port: number
  folder: string
  now?: string
  /** Further settings, by the names of the environment. */
  settings?: Readonly<Record<string, string>>
}): Promise<RunningServer>
