import { t } from '../../words';
import { Component, useCallback, useState, type ReactNode } from 'react';
import { View } from 'react-native';
import { Notice } from './Notice';

interface Props {
  /** What could not be shown, as a sentence begins: “The sheet”. */
  readonly what: string;
  readonly children: ReactNode;
}

/** Catches what breaks within a part of the page, says so, and offers to try again: the rest of the page goes on. */
export function Caught({ what, children }: Props) {
  const [turn, setTurn] = useState(0);
  const again = useCallback(() => setTurn((before) => before + 1), []);
  return (
    <Boundary key={turn} what={what} again={again}>
      {children}
    </Boundary>
  );
}

class Boundary extends Component<Props & { readonly again: () => void }, { readonly broken: boolean }> {
  override state = { broken: false };

  static getDerivedStateFromError(): { broken: boolean } {
    return { broken: true };
  }

  override render(): ReactNode {
    if (!this.state.broken) return this.props.children;
    return (
      <View className="p-3">
        <Notice
          grave
          text={t('controls.couldNotBeShownYour', { what: this.props.what })}
          action={{ label: t('common.tryAgain'), run: this.props.again }}
        />
      </View>
    );
  }
}
