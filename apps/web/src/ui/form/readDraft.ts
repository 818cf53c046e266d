import Joi from 'joi';

/**
 * What a draft of this kind has to look like: text where the sample has text, and so on through it; rows like the sample's first, any
 * where it has none. What a sample has and a draft lacks, because it is older, is taken from the sample.
 */
function like(sample: unknown): Joi.Schema {
  if (typeof sample === 'string') return Joi.string().allow('').default(sample);
  if (typeof sample === 'boolean') return Joi.boolean().default(sample);
  if (typeof sample === 'number') return Joi.number().default(sample);
  if (Array.isArray(sample)) return sample.length === 0 ? Joi.array().default(sample) : Joi.array().items(like(sample[0])).default(sample);
  if (typeof sample === 'object' && sample !== null)
    return Joi.object(Object.fromEntries(Object.entries(sample).map(([key, value]) => [key, like(value)])))
      .unknown()
      .default(sample);
  return Joi.any().default(sample as null);
}

/**
 * A draft that was kept on this machine as JSON. One of another day or of an older Tare may be anything: what does not look like the
 * sample is no draft.
 * @param otherwise what stands there where there is no draft
 */
export function readDraft<T>(text: string | null, sample: T, otherwise: T): T {
  if (text === null || text === '') return otherwise;
  try {
    const read: Joi.ValidationResult<T> = like(sample).validate(JSON.parse(text), { convert: false });
    return read.error ? otherwise : read.value;
  } catch (cause) {
    if (cause instanceof SyntaxError) return otherwise;
    throw cause;
  }
}
