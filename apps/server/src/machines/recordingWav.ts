import type { WavChannels } from '@tare/contract';
import { CoreError, type SpinSignal } from '@tare/core';
// The package is CommonJS without a default: this form serves Node's modules and Jest alike.
// eslint-disable-next-line @typescript-eslint/no-require-imports
import wavefile = require('wavefile');

const { WaveFile } = wavefile;

/** A WAV file says so in its first four letters. */
export const isWav = (bytes: Buffer): boolean => bytes.subarray(0, 4).toString('latin1') === 'RIFF';

/**
 * Reads a recorded spin from a WAV of at least three channels: 8 to 32 bit whole numbers, or 32 or 64 bit floating ones.
 * @throws CoreError that says what is wrong with it
 */
export function readRecordingWav(bytes: Buffer, channels: WavChannels): SpinSignal {
  const file = new WaveFile();
  try {
    file.fromBuffer(bytes);
  } catch (error) {
    throw new CoreError(`The recording is no WAV that can be read: ${error instanceof Error ? error.message : String(error)}.`, 'recording');
  }
  const { numChannels, sampleRate } = file.fmt as { numChannels: number; sampleRate: number };
  const most = Math.max(channels.left, channels.right, channels.tach);
  if (numChannels < most)
    throw new CoreError(
      `The recording has ${numChannels} ${numChannels === 1 ? 'channel' : 'channels'}; this machine’s channel ${most} is not among them. Two sensors and a tach need three.`,
      'channels',
    );
  const samples = file.getSamples(false, Float64Array) as unknown as Float64Array[];
  return { sampleRateHz: sampleRate, left: samples[channels.left - 1]!, right: samples[channels.right - 1]!, tach: samples[channels.tach - 1]! };
}

/** A recorded spin as a WAV in 32 bit floating numbers, its channels where this machine has them. */
export function writeRecordingWav({ sampleRateHz, left, right, tach }: SpinSignal, channels: WavChannels): Buffer {
  const count = Math.max(channels.left, channels.right, channels.tach);
  const all = Array.from({ length: count }, () => new Float64Array(left.length));
  all[channels.left - 1]!.set(left);
  all[channels.right - 1]!.set(right);
  all[channels.tach - 1]!.set(tach);
  const file = new WaveFile();
  file.fromScratch(count, sampleRateHz, '32f', all);
  return Buffer.from(file.toBuffer());
}
