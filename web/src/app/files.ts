/** Hands a file to the device. */
export function saveFile(name: string, content: Blob): void {
  const url = URL.createObjectURL(content);
  const link = document.createElement('a');
  link.href = url;
  link.download = name;
  link.click();
  // The device has begun to write it long before.
  window.setTimeout(() => URL.revokeObjectURL(url), 60_000);
}
