/** What a person can mend in the call or the file; printed on standard error with exit 2. */
export class Unusable extends Error {}
