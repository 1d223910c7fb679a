/** The number at a place that a typed list has: its callers count within it. */
export const floatAt = (list: Float64Array, at: number): number => list[at] as number;

/** The number at a place that a list has: its callers count within it. */
export const numberAt = (list: ArrayLike<number>, at: number): number => list[at] as number;
