import { createContext, type ReactNode, useContext, useState } from 'react';
import {
  Button,
  Text,
  UNSTABLE_Toast as Toast,
  UNSTABLE_ToastContent as ToastContent,
  UNSTABLE_ToastQueue as ToastQueue,
  UNSTABLE_ToastRegion as ToastRegion,
} from 'react-aria-components';

/** What has just been done, and one act that follows from it. */
interface Done {
  readonly text: string;
  readonly act: { readonly name: string; readonly run: () => void } | null;
}
const ToastsContext = createContext<ToastQueue<Done> | null>(null);

/** Long enough to read it and to reach for its act. */
const shownFor = 8000;

/** Tells what was done in a corner of the page, for a while. */
export function useDone(): (text: string, act?: Done['act']) => void {
  const queue = useContext(ToastsContext);
  return (text, act = null) => void queue?.add({ text, act }, { timeout: shownFor });
}

/** The page with a corner in which it tells what was done. */
export function Toasts({ children }: { children: ReactNode }) {
  const [queue] = useState(() => new ToastQueue<Done>({ maxVisibleToasts: 3 }));
  return (
    <ToastsContext value={queue}>
      {children}
      <ToastRegion queue={queue} className="toast toast-center toast-top">
        {({ toast }) => (
          <Toast toast={toast} className="alert">
            <ToastContent>
              <Text slot="title">{toast.content.text}</Text>
            </ToastContent>
            {toast.content.act && (
              <Button
                className="quiet small"
                onPress={() => {
                  toast.content.act?.run();
                  queue.close(toast.key);
                }}
              >
                {toast.content.act.name}
              </Button>
            )}
            <Button slot="close" className="quiet small" aria-label="Put it away">
              ×
            </Button>
          </Toast>
        )}
      </ToastRegion>
    </ToastsContext>
  );
}
