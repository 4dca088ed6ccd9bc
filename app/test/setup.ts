import '@testing-library/jest-dom';

// The browser of these tests reads files only the old way.
File.prototype.text ??= function text(this: File): Promise<string> {
  return new Promise((resolve, reject) => {
    const reader = new FileReader();
    reader.onload = () => resolve(String(reader.result));
    reader.onerror = () => reject(reader.error as Error);
    reader.readAsText(this);
  });
};
