/** Hand a file to the browser to be kept where its user keeps downloads. */
export function saveFile(content: BlobPart, fileName: string, type: string): void {
  const link = document.createElement('a');
  link.href = URL.createObjectURL(new Blob([content], { type }));
  link.download = fileName;
  link.click();
  URL.revokeObjectURL(link.href);
}
