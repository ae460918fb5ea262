/** The listener that forwards: opened and closed on purpose, one way at a time, as whoever turned it last wants it. */
import type { Server } from 'node:http';
import type { BlockList } from 'node:net';
import { oneByOne } from '../../core/tasks';
import type { PublicAccess } from '../../wire';
import { forwardingListener, type ForwardingTools } from './forwardingListener';

export interface ForwardingSetting {
  /** Null where none was asked for. */
  readonly port: number | null;
  readonly host: string;
  readonly proxies: BlockList;
}

export class ForwardingServer {
  private server: Server | null = null;
  private problem = '';
  private readonly inTurn = oneByOne();

  constructor(
    private readonly setting: ForwardingSetting,
    /** Asked for at each visit. */
    private readonly tools: () => ForwardingTools,
    /** Hears that it is open or closed on purpose, for the next start. */
    private readonly remember: (isOpen: boolean) => void,
  ) {}

  state(): PublicAccess {
    return { port: this.setting.port, isOpen: this.server !== null, problem: this.problem };
  }

  /** Resolves with what became of it. It is as it was turned, even when a full disk cannot remember it for the next start. */
  open(): Promise<PublicAccess> {
    return this.inTurn(async () => {
      const state = await this.listen();
      if (state.isOpen) this.remember(true);
      return state;
    });
  }

  close(): Promise<void> {
    return this.inTurn(async () => {
      await this.stop();
      this.remember(false);
    });
  }

  /** After a start, where it was open when the server ended. */
  reopen(wasOpen: () => boolean): Promise<PublicAccess> {
    return this.inTurn(() => (wasOpen() ? this.listen() : this.state()));
  }

  /** The server is being ended: it is opened again by the next start. */
  end(): Promise<void> {
    return this.inTurn(() => this.stop());
  }

  private async listen(): Promise<PublicAccess> {
    const { port, host } = this.setting;
    if (port === null || this.server !== null) return this.state();
    const opened = forwardingListener(this.tools);
    this.problem = '';
    await new Promise<void>((resolve) => {
      opened.once('error', (error: NodeJS.ErrnoException) => {
        this.problem =
          error.code === 'EADDRINUSE'
            ? `Port ${port} is taken. Set BINARUS_LINKS_PORT to another.`
            : error.message;
        resolve();
      });
      opened.listen(port, host, () => {
        this.server = opened;
        resolve();
      });
    });
    return this.state();
  }

  private async stop(): Promise<void> {
    const open = this.server;
    this.server = null;
    if (open === null) return;
    open.closeAllConnections();
    await new Promise((resolve) => open.close(resolve));
  }
}
