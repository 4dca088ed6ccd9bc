/** What a file is without: "the change that waits on this device". */
export const waitingText = (count: number): string =>
  count === 1 ? 'the change that waits on this device' : `the ${count} changes that wait on this device`;
