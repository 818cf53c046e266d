/** Version of the arithmetic. A signed-off card keeps it, so that it can be recomputed and compared. */
export const CORE_VERSION = '0.1.0';
