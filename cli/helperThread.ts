// A helper beside the reader in a thread of its own: `raster` or `hash`, as the one who starts it says.
import { parentPort, workerData, type TransferListItem } from 'node:worker_threads';
import { hashServer, rasterServer } from '../src/workers/beside/servers';

const port = parentPort;
if (!port) throw new Error('This file is started as a thread.');
const serve = workerData === 'raster' ? rasterServer : hashServer;
port.on(
  'message',
  serve((answer, transfer) => port.postMessage(answer, transfer as TransferListItem[])),
);
