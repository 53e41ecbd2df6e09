import { useEffect, useState } from 'react';

/** Files dropped or pasted anywhere on the page. Returns whether some hover over it right now. */
export function useDrop(onFiles: (files: File[]) => void): boolean {
  const [hovering, setHovering] = useState(false);
  useEffect(() => {
    const carries = (event: DragEvent) => event.dataTransfer?.types.includes('Files') ?? false;
    const over = (event: DragEvent) => {
      if (!carries(event)) return;
      event.preventDefault();
      setHovering(true);
    };
    const leave = (event: DragEvent) => {
      if (event.relatedTarget === null) setHovering(false);
    };
    const drop = (event: DragEvent) => {
      if (!carries(event)) return;
      event.preventDefault();
      setHovering(false);
      onFiles([...(event.dataTransfer?.files ?? [])]);
    };
    const paste = (event: ClipboardEvent) => {
      const files = [...(event.clipboardData?.files ?? [])];
      if (files.length === 0) return;
      event.preventDefault();
      onFiles(files);
    };
    window.addEventListener('paste', paste);
    window.addEventListener('dragover', over);
    window.addEventListener('dragleave', leave);
    window.addEventListener('drop', drop);
    return () => {
      window.removeEventListener('paste', paste);
      window.removeEventListener('dragover', over);
      window.removeEventListener('dragleave', leave);
      window.removeEventListener('drop', drop);
    };
  }, [onFiles]);
  return hovering;
}
