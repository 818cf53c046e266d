/**
 * How a query is kept whose answer this browser works out of its key alone: as good as it will ever be, whatever the server has
 * news of. Worked out again at each word to look at everything, a plan's button went dead under the finger.
 */
export const WORKED_OUT = { staleTime: 'static', retry: false } as const;
