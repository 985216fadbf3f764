export const tooLong = (seconds: number, longestS: number): string =>
  `It is ${Math.ceil(seconds / 60)} minutes long; edits here go up to ${longestS / 60}. Cut out the piece you want elsewhere first.`;
