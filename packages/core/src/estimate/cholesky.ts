/* Small symmetric matrices, row by row in one array. Square ones of a few dozen rows at most: written out, since a job's estimate goes through hundreds. */

/**
 * L with L·Lᵀ = the matrix, in place of its lower triangle's copy.
 * @throws RangeError for a matrix that is not positive definite
 */
export function cholesky(matrix: ArrayLike<number>, n: number): Float64Array {
  const l = new Float64Array(n * n);
  for (let i = 0; i < n; i += 1) {
    for (let j = 0; j <= i; j += 1) {
      let sum = matrix[i * n + j]!;
      for (let k = 0; k < j; k += 1) sum -= l[i * n + k]! * l[j * n + k]!;
      if (i !== j) l[i * n + j] = sum / l[j * n + j]!;
      else if (sum > 0) l[i * n + i] = Math.sqrt(sum);
      else throw new RangeError(`Row ${i} of a covariance leans on those before it.`);
    }
  }
  return l;
}

/** Solves L·Lᵀ·x = b, overwriting b. */
export function solveCholesky(l: Float64Array, n: number, b: Float64Array): Float64Array {
  for (let i = 0; i < n; i += 1) {
    let sum = b[i]!;
    for (let k = 0; k < i; k += 1) sum -= l[i * n + k]! * b[k]!;
    b[i] = sum / l[i * n + i]!;
  }
  for (let i = n - 1; i >= 0; i -= 1) {
    let sum = b[i]!;
    for (let k = i + 1; k < n; k += 1) sum -= l[k * n + i]! * b[k]!;
    b[i] = sum / l[i * n + i]!;
  }
  return b;
}

/** The inverse of a symmetric positive definite matrix. @throws RangeError as cholesky */
export function inverse(matrix: ArrayLike<number>, n: number): Float64Array {
  const l = cholesky(matrix, n);
  // L⁻¹ first, then L⁻ᵀ·L⁻¹: a third of the work of n solutions.
  const low = new Float64Array(n * n);
  for (let j = 0; j < n; j += 1) {
    low[j * n + j] = 1 / l[j * n + j]!;
    for (let i = j + 1; i < n; i += 1) {
      let sum = 0;
      for (let k = j; k < i; k += 1) sum -= l[i * n + k]! * low[k * n + j]!;
      low[i * n + j] = sum / l[i * n + i]!;
    }
  }
  const out = new Float64Array(n * n);
  for (let i = 0; i < n; i += 1) {
    for (let j = 0; j <= i; j += 1) {
      let sum = 0;
      for (let k = i; k < n; k += 1) sum += low[k * n + i]! * low[k * n + j]!;
      out[i * n + j] = sum;
      out[j * n + i] = sum;
    }
  }
  return out;
}

/** L of a 4 × 4 covariance that may be singular: a hair is added to what has no deviation at all. */
export function halfOf(covariance: readonly number[]): Float64Array {
  const hair = 1e-9 * (covariance[0]! + covariance[5]! + covariance[10]! + covariance[15]!) + 1e-12;
  return cholesky(
    covariance.map((value, i) => (i % 5 === 0 ? value + hair : value)),
    4,
  );
}
