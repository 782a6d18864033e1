import { rasterServer } from './sideServers';

const take = rasterServer((answer, transfer) => self.postMessage(answer, { transfer }));
self.onmessage = ({ data }: MessageEvent) => take(data);
