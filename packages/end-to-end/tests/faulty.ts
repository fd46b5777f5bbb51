import { connect, createServer, type Socket } from 'node:net';
import { setTimeout as sleep } from 'node:timers/promises';

/** How a line behaves: as it is, not there, slow, or answering what nobody understands. */
export type Fault = 'none' | 'down' | 'slow' | 'garbage';

const slowMs = 150;

/** A line to a server on loopback that can be made to fail. */
export async function faultyLine(to: number) {
  const line = { port: 0, fault: 'none' as Fault, tried: 0 };
  const open = new Set<Socket>();
  const server = createServer((socket) => {
    line.tried++;
    open.add(socket);
    socket.on('close', () => open.delete(socket));
    socket.on('error', () => undefined);
    if (line.fault === 'down') return void socket.destroy();
    if (line.fault === 'garbage')
      return void socket.end(Buffer.from('\u0000\u00ff???? 999 nothing of the kind\r\n\r\n'));
    const behind = connect(to, '127.0.0.1');
    behind.on('error', () => socket.destroy());
    behind.on('close', () => socket.destroy());
    socket.on('close', () => behind.destroy());
    const pass = (from: Socket, into: Socket) =>
      from.on('data', async (bytes: Buffer) => {
        from.pause();
        if (line.fault === 'slow') await sleep(slowMs);
        into.write(bytes);
        from.resume();
      });
    pass(socket, behind);
    pass(behind, socket);
  });
  await new Promise<void>((resolve) => server.listen(0, '127.0.0.1', resolve));
  line.port = (server.address() as { port: number }).port;
  return Object.assign(line, {
    /** From now on; what is connected is cut off. */
    turn(fault: Fault) {
      line.fault = fault;
      for (const socket of open) socket.destroy();
    },
    close: () => {
      for (const socket of open) socket.destroy();
      return new Promise<void>((resolve) => server.close(() => resolve()));
    },
  });
}

export type FaultyLine = Awaited<ReturnType<typeof faultyLine>>;
