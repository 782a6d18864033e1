import { rasterServer } from './servers';

const take = rasterServer((answer, transfer) => self.postMessage(answer, { transfer }));
self.onmessage = ({ data }: MessageEvent) => take(data);
