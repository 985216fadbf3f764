/** Something wrong with a document: where (a JSON pointer, RFC 6901), what, and what to do. */
export interface DocumentProblem {
  readonly pointer: string;
  readonly message: string;
}
