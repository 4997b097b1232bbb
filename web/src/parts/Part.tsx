import { Box, Button } from '@mui/material';
import { QueryClientContext } from '@tanstack/react-query';
import { Component, type ContextType, type ReactNode } from 'react';
import { texts } from '../texts';
import { Notice } from './Notice';

interface Props {
  /** What it is that cannot be shown, in the reader's words. */
  name: string;
  /** When this changes, what failed is tried again: another job, another step. */
  of?: string | number;
  /** What stands round the words when it fails, so that the way on stays on the screen. */
  around?: (failed: ReactNode) => ReactNode;
  children: ReactNode;
}

/** A part of a screen that may fail by itself: the rest stays usable, and in its place stands what to do. */
export class Part extends Component<Props, { failed: boolean; of: Props['of'] }> {
  static override contextType = QueryClientContext;
  declare context: ContextType<typeof QueryClientContext>;
  override state = { failed: false, of: this.props.of };

  static getDerivedStateFromError() {
    return { failed: true };
  }

  static getDerivedStateFromProps(props: Props, state: { failed: boolean; of: Props['of'] }) {
    return props.of === state.of ? null : { failed: false, of: props.of };
  }

  /** What was asked for is asked for again: most likely it was an answer that could not be shown. */
  private again = async () => {
    this.context?.removeQueries({ type: 'inactive' });
    await this.context?.refetchQueries({ type: 'active' });
    this.setState({ failed: false });
  };

  override render() {
    if (!this.state.failed) return this.props.children;
    const failed = (
      <Box sx={{ p: 1.5 }}>
        <Notice look="next" role="alert">
          <Box sx={{ flex: 1 }}>{texts.part.failed(this.props.name)}</Box>
          <Button variant="outlined" onClick={() => void this.again()}>
            {texts.part.again}
          </Button>
        </Notice>
      </Box>
    );
    return this.props.around ? this.props.around(failed) : failed;
  }
}
