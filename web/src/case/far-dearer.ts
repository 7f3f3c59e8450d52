/** Doing without may cost many times what any tool does: so many times as dear as the dearest of the others, it leaves the frame of a drawing. */
export const FAR_DEARER = 4;
