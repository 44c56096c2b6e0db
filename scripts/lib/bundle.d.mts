export function buildServer(outdir: string): Promise<void>
