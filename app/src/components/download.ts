const TYPES = [
  ['.csv', 'text/csv;charset=utf-8'],
  ['.ndjson', 'application/x-ndjson'],
] as const;

/** Hands a file over to the member's device. */
export function download(name: string, text: string): void {
  const type = TYPES.find(([ending]) => name.endsWith(ending))?.[1] ?? 'application/json';
  const link = document.createElement('a');
  link.href = URL.createObjectURL(new Blob([text], { type }));
  link.download = name;
  link.click();
  URL.revokeObjectURL(link.href);
}
