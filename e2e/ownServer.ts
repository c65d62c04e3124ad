import { spawn, type ChildProcess } from 'node:child_process'
import { once } from 'node:events'
import { mkdtempSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { DEMO_DAY } from './demoDay'

const root = join(import.meta.dirname, '..')

/** A server with demonstration data of its own, to be killed and started again during a test. */
export class OwnServer {
  readonly base: string
  private readonly env: NodeJS.ProcessEnv
  private running: ChildProcess | null = null

  /** @param settings - further settings of the server */
  constructor(port: number, settings: NodeJS.ProcessEnv = {}) {
    this.base = `http://127.0.0.1:${port}`
    this.env = { ...process.env, OCHOTE_PORT: String(port), OCHOTE_DATA: mkdtempSync(join(tmpdir(), 'ochote-own-')), ...settings }
  }

  async seed(): Promise<void> {
    await this.run('seed', DEMO_DAY)
  }

  /** Runs one of the server's built commands on its data, to its end. */
  async run(name: string, ...args: string[]): Promise<void> {
    const command = spawn(process.execPath, [`server/dist/${name}.mjs`, ...args], { cwd: root, env: this.env })
    const [code] = (await once(command, 'exit')) as [number]
    if (code !== 0) throw new Error(`${name} ended with ${code}`)
  }

  async start(): Promise<void> {
    const server = spawn(process.execPath, ['server/dist/main.mjs'], {
      cwd: root,
      env: this.env,
      stdio: ['ignore', 'pipe', 'inherit'],
    })
    this.running = server
    await once(server.stdout!, 'data')
    server.stdout!.resume() // a log no one reads would stop the server
  }

  /** Ends it as a power cut would. */
  async kill(): Promise<void> {
    const server = this.running
    this.running = null
    if (!server) return
    server.kill('SIGKILL')
    await once(server, 'exit')
  }
}
