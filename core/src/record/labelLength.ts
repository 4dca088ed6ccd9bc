/** Characters of a name people read: more does not fit a line. Apart from the schemas, so that it loads without Zod. */
export const LABEL_LENGTH = 80;
