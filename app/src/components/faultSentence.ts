/** A schema's "is empty: give it a name" as a person reads it: "Empty: give it a name." */
export function faultSentence(message: string | undefined): string | undefined {
  if (!message) return undefined;
  const said = message.replace(/^is /, '');
  return `${said.charAt(0).toUpperCase()}${said.slice(1)}${said.endsWith('.') ? '' : '.'}`;
}
