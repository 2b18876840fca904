/**
 * The known fields of a schema's output, for reading only. Schemas keep unknown fields of a file (they must
 * come out as they went in), which gives every object an index signature; that would hide misspelt names, so
 * it is taken off again here. Records with typed values keep theirs.
 */
export type Known<T> = T extends readonly (infer U)[]
  ? readonly Known<U>[]
  : T extends object
    ? { readonly [K in keyof T as string extends K ? (unknown extends T[K] ? never : K) : K]: Known<T[K]> }
    : T;
