/** Lets the browser keep a file under a name. */
export function saveFile(file: Blob, name: string): void {
  const address = URL.createObjectURL(file);
  const link = document.createElement('a');
  link.href = address;
  link.download = name;
  document.body.append(link);
  link.click();
  link.remove();
  // The download has begun by then; a browser that is slow keeps its own hold of it.
  setTimeout(() => URL.revokeObjectURL(address), 60_000);
}
