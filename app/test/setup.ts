import '@testing-library/jest-dom';
import { configure } from '@testing-library/react';
import 'fake-indexeddb/auto';
import { quickStyles } from './quickStyles';

// Nothing of the app is there and hidden from readers; to make sure of that at every question takes most of the time.
// A slow machine takes its time to draw.
configure({ defaultHidden: true, asyncUtilTimeout: 5000 });

// A question by role asks for the style of most of the page.
window.getComputedStyle = quickStyles();

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

// Each test has a device of its own.
afterEach(() => {
  window.sessionStorage.clear();
  window.localStorage.clear();
});
