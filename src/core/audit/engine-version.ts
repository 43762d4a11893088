/** Raised when the same drawing and standard can give another audit than before, so that kept ones are made anew. */
export const ENGINE_VERSION = 16;
