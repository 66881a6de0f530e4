/**
 * Cholesky's factor of a symmetric matrix whose values are above zero, rows in one list each after the other. What is zero
 * before the first value of a row stays so and is passed over (Jennings 1966): of a house of rooms most of it is, in a fit
 * order. The package's own, which knows of no zeros, takes ten times as long and more (see docs/architecture.md).
 */
export class Factor {
  private constructor(
    private readonly lower: Float64Array,
    private readonly size: number,
    /** Of each row the first that is not zero. */
    private readonly begins: Int32Array
  ) {}

  /**
   * Undefined where a value is not above zero. `lower`: the matrix, rows of as many as there are, of which the lower half is
   * read; the factor is written in its place.
   */
  static of(lower: Float64Array, size: number): Factor | undefined {
    const begins = new Int32Array(size);
    for (let i = 0; i < size; i++) {
      const row = i * size;
      let begin = 0;
      while (begin < i && lower[row + begin] === 0) begin++;
      begins[i] = begin;
      for (let k = begin; k <= i; k++) {
        const other = k * size;
        let sum = lower[row + k]!;
        for (let m = Math.max(begin, begins[k]!); m < k; m++) sum -= lower[row + m]! * lower[other + m]!;
        if (i > k) lower[row + k] = sum / lower[other + k]!;
        else if (sum > 0) lower[row + i] = Math.sqrt(sum);
        else return undefined;
      }
    }
    return new Factor(lower, size, begins);
  }

  /** What the factor makes `wanted` of: the squares of it add up to what the inverse of the matrix makes of both sides. */
  forward(wanted: Float64Array): Float64Array {
    const { lower, size, begins } = this;
    const found = wanted.slice();
    let first = 0;
    while (first < size && found[first] === 0) first++;
    for (let i = first; i < size; i++) {
      let sum = found[i]!;
      for (let m = Math.max(first, begins[i]!); m < i; m++) sum -= lower[i * size + m]! * found[m]!;
      found[i] = sum / lower[i * size + i]!;
    }
    return found;
  }

  /** What the matrix makes `wanted` of. */
  solve(wanted: Float64Array): Float64Array {
    const { lower, size, begins } = this;
    const found = this.forward(wanted);
    for (let i = size - 1; i >= 0; i--) {
      const own = (found[i]! /= lower[i * size + i]!);
      for (let m = begins[i]!; m < i; m++) found[m] = found[m]! - lower[i * size + m]! * own;
    }
    return found;
  }
}
