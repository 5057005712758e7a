/** Flags of ValidityState, in the order in which the HTML standard lists them. */
const FLAGS = [
  'valueMissing',
  'typeMismatch',
  'patternMismatch',
  'tooLong',
  'tooShort',
  'rangeUnderflow',
  'rangeOverflow',
  'stepMismatch',
  'badInput',
] as const

/** What a browser's own validation says of a field: the flags that it raises. */
export function raised(validity: ValidityState): string[] {
  return FLAGS.filter((flag) => validity[flag])
}

/** The flag of HTML's validation in words. */
export function flagWords(flag: string): string {
  return flag === 'none'
    ? 'cannot say'
    : flag === 'valid'
      ? 'takes it'
      : flag.replace(/[A-Z]/g, (c) => ` ${c.toLowerCase()}`)
}
