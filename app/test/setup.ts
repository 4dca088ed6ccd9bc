import '@testing-library/jest-dom';
import 'fake-indexeddb/auto';

// The browser of these tests has a database, but not the copying it needs.
globalThis.structuredClone ??= <T>(value: T): T => JSON.parse(JSON.stringify(value)) as T;

// The browser of these tests reads files only the old way.
File.prototype.text ??= function text(this: File): Promise<string> {
  return new Promise((resolve, reject) => {
    const reader = new FileReader();
    reader.onload = () => resolve(String(reader.result));
    reader.onerror = () => reject(reader.error as Error);
    reader.readAsText(this);
  });
};

// Nor has it a signal that ends a request by itself; nothing here waits that long.
AbortSignal.timeout ??= () => new AbortController().signal;
