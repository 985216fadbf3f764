/** What is wrong with a class, and where: its file, the class, and the field as a JSON pointer into it. */
export interface ClassProblem {
  readonly file: string;
  readonly class: string;
  readonly field: string;
  readonly message: string;
}

/** One line for a terminal: "interfaces.json, interface-usb-2, /knobs/0/start: ...". */
export const problemText = ({ file, class: id, field, message }: ClassProblem): string =>
  `${file}, ${id}${field === '' ? '' : `, ${field}`}: ${message}`;

/** A fault within one class, before it is known which file that is from. */
export interface Fault {
  readonly field: string;
  readonly message: string;
}
