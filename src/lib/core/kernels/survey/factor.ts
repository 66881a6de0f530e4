/**
 * Cholesky's factor of a symmetric matrix whose values are above zero, rows in one list each after the other. The package's
 * own takes ten times as long from some hundred unknowns on, which a house of rooms has (see docs/architecture.md).
 */
export class Factor {
  private constructor(
    private readonly lower: Float64Array,
    private readonly size: number
  ) {}

  /** Undefined where a value is not above zero. `square`: rows of as many as there are, of which the lower half is read. */
  static of(square: Float64Array, size: number): Factor | undefined {
    const lower = new Float64Array(size * size);
    for (let i = 0; i < size; i++)
      for (let k = 0; k <= i; k++) {
        let sum = square[i * size + k]!;
        for (let m = 0; m < k; m++) sum -= lower[i * size + m]! * lower[k * size + m]!;
        if (i > k) lower[i * size + k] = sum / lower[k * size + k]!;
        else if (sum > 0) lower[i * size + i] = Math.sqrt(sum);
        else return undefined;
      }
    return new Factor(lower, size);
  }

  /** What the matrix makes `wanted` of. */
  solve(wanted: Float64Array): Float64Array {
    const { lower, size } = this;
    const found = wanted.slice();
    for (let i = 0; i < size; i++) {
      let sum = found[i]!;
      for (let m = 0; m < i; m++) sum -= lower[i * size + m]! * found[m]!;
      found[i] = sum / lower[i * size + i]!;
    }
    for (let i = size - 1; i >= 0; i--) {
      const own = (found[i]! /= lower[i * size + i]!);
      for (let m = 0; m < i; m++) found[m] = found[m]! - lower[i * size + m]! * own;
    }
    return found;
  }

  /** The inverse of the matrix, by rows. */
  inverse(): Float64Array {
    const { lower, size } = this;
    // First that of the factor, a row at a time; then its columns by one another.
    const own = new Float64Array(size * size);
    for (let i = 0; i < size; i++) {
      const row = own.subarray(i * size, (i + 1) * size);
      for (let m = 0; m < i; m++) {
        const by = lower[i * size + m]!;
        if (by === 0) continue;
        const above = own.subarray(m * size, m * size + m + 1);
        for (let k = 0; k <= m; k++) row[k] = row[k]! - by * above[k]!;
      }
      row[i] = 1;
      const down = lower[i * size + i]!;
      for (let k = 0; k <= i; k++) row[k] = row[k]! / down;
    }
    const whole = new Float64Array(size * size);
    for (let m = 0; m < size; m++) {
      const row = own.subarray(m * size, m * size + m + 1);
      for (let i = 0; i <= m; i++) {
        const by = row[i]!;
        if (by === 0) continue;
        for (let k = 0; k <= m; k++) whole[i * size + k] = whole[i * size + k]! + by * row[k]!;
      }
    }
    return whole;
  }
}
