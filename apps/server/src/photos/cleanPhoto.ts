import sharp from 'sharp';
import { ProblemException } from '../http/problem.js';

/** Largest picture that is taken, as the camera sent it. */
export const MOST_PHOTO_MB = 12;
/** Longest side that is kept: a crack shows, a database of a shop's year stays small. */
const LONGEST_SIDE_PX = 2000;
/** Pixels beyond which a file is not opened at all: a small file can unpack to gigabytes. */
const MOST_PIXELS = 64e6;
/** A picture takes one core, for a second or two. */
const LONGEST_S = 20;
sharp.concurrency(1);

export interface CleanPhoto {
  readonly image: Buffer;
  readonly widthPx: number;
  readonly heightPx: number;
}

/**
 * Makes a picture anew from its pixels: turned upright, no larger than it has to be, and without anything else that was in
 * the file, such as where it was taken. In a thread of its own, by `Workers`.
 * @throws ProblemException 422 when it is no JPEG, PNG or WebP
 */
export async function cleanPhoto(body: unknown): Promise<CleanPhoto> {
  if (!Buffer.isBuffer(body) || body.length === 0) throw new ProblemException(422, 'There is no picture in this request. Take a JPEG, PNG or WebP.');
  try {
    const picture = sharp(body, { limitInputPixels: false }).timeout({ seconds: LONGEST_S });
    const { format, width, height } = await picture.metadata();
    if (format !== 'jpeg' && format !== 'png' && format !== 'webp') throw new Error(format);
    if (width * height > MOST_PIXELS)
      throw new ProblemException(
        422,
        `This picture has ${Math.round((width * height) / 1e6)} million pixels; Tare takes up to ${MOST_PIXELS / 1e6}.`,
      );
    const { data, info } = await picture
      .rotate()
      .resize({ width: LONGEST_SIDE_PX, height: LONGEST_SIDE_PX, fit: 'inside', withoutEnlargement: true })
      .flatten({ background: 'white' })
      .jpeg({ quality: 82 })
      .toBuffer({ resolveWithObject: true });
    return { image: data, widthPx: info.width, heightPx: info.height };
  } catch (error) {
    if (error instanceof ProblemException) throw error;
    throw new ProblemException(422, 'This file cannot be read as a picture. Take a JPEG, PNG or WebP.');
  }
}
