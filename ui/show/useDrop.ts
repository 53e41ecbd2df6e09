import { useEffect, useState } from 'react';
import { pasteHere } from '../../session/bed/hands';

/** Files dropped or pasted anywhere on the page; a paste without files lays the parts that were copied. Returns whether some hover over it right now. */
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
      if (event.target instanceof HTMLElement && event.target.matches('input, textarea')) return;
      const files = [...(event.clipboardData?.files ?? [])];
      event.preventDefault();
      if (files.length > 0) onFiles(files);
      else pasteHere();
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
