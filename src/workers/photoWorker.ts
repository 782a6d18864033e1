import { imageSize } from '@/core/imageSize';
import { refuse, success, type Result } from '@/core/findings';
import { offer } from './line/offer';

/** A picture that was made small. */
export interface SmallPhoto {
  readonly blob: Blob;
  readonly width: number;
  readonly height: number;
}

/** Longest side of a kept photo, px. */
const LONGEST = 1600;
/** More than this is not opened: a tab would run out of memory, px. */
const MOST_PIXELS = 80e6;

/** Scales photos down, beside the page. */
const photoService = {
  async shrink(file: Blob): Promise<Result<SmallPhoto>> {
    const size = imageSize(new Uint8Array(await file.slice(0, 1 << 20).arrayBuffer()));
    if (size === null) {
      return refuse('bad-record', 'The browser cannot open this photo. Use JPEG, PNG or WebP.');
    }
    const { width, height } = size;
    if (width === 0 || height === 0 || width * height > MOST_PIXELS) {
      const megapixels = Math.round((width * height) / 1e6);
      return refuse(
        'bad-record',
        `The photo has ${megapixels} megapixels. Reduce its size first: ${MOST_PIXELS / 1e6} at most.`,
      );
    }
    const share = Math.min(1, LONGEST / Math.max(width, height));
    const small = {
      resizeWidth: Math.max(1, Math.round(width * share)),
      resizeHeight: Math.max(1, Math.round(height * share)),
    };
    let picture: ImageBitmap;
    try {
      picture = await createImageBitmap(file, { ...small, resizeQuality: 'high' });
    } catch {
      return refuse('bad-record', 'The photo cannot be opened. It may be damaged.');
    }
    const canvas = new OffscreenCanvas(picture.width, picture.height);
    canvas.getContext('2d')?.drawImage(picture, 0, 0);
    picture.close();
    const blob = await canvas.convertToBlob({ type: 'image/jpeg', quality: 0.82 });
    return success({ blob, width: canvas.width, height: canvas.height });
  },
};

export type PhotoService = typeof photoService;

offer(photoService);
