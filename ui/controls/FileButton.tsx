import type { LucideIcon } from 'lucide-react-native';
import { useRef } from 'react';
import { View } from 'react-native';
import { Button } from './Button';

interface Props {
  readonly label: string;
  readonly icon: LucideIcon;
  readonly accept: string;
  readonly many?: boolean;
  readonly kind?: 'strong' | 'soft' | 'moss' | 'quiet';
  readonly disabled?: boolean;
  readonly onFiles: (files: File[]) => void;
  readonly className?: string;
}

/** Opens the device's own file chooser. */
export function FileButton({ label, icon, accept, many = false, kind = 'strong', disabled = false, onFiles, className = '' }: Props) {
  const input = useRef<HTMLInputElement>(null);
  return (
    <View className={className}>
      <input
        ref={input}
        type="file"
        accept={accept}
        multiple={many}
        tabIndex={-1}
        aria-hidden
        style={{ display: 'none' }}
        data-testid={`files: ${label}`}
        onChange={(event) => {
          const files = [...(event.target.files ?? [])];
          event.target.value = '';
          if (files.length > 0) onFiles(files);
        }}
      />
      <Button label={label} icon={icon} kind={kind} disabled={disabled} onPress={() => input.current?.click()} />
    </View>
  );
}
