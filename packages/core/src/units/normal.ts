/** Two-sided 95 % point of the normal distribution. */
export const Z95 = 1.959964;
