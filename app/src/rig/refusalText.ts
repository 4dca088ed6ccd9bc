import type { OperationAnswer } from '@ergon/core/operation/operationExchange';

/** Why the server will never take an operation, for its member. */
export const refusalText = ({ message, faults }: Extract<OperationAnswer, { result: 'refused' }>): string => {
  const [fault] = faults;
  // A path begins with the record, which the operation's own words name already.
  return fault ? `${fault.path.split(': ').at(-1)} ${fault.message}.` : message;
};
