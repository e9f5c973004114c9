import { createContext, useCallback, useContext, useEffect, useMemo, useState, type ReactNode } from 'react';
import { Button } from 'react-bootstrap';

/** A short message at the foot of the page, perhaps with one thing to do. */
export interface ToastContent {
  readonly text: string;
  readonly action?: { readonly label: string; readonly run: () => void };
}

/** How long a notice stays, in milliseconds. */
const STAYS = 9000;

const NoticeContext = createContext<(notice: ToastContent) => void>(() => undefined);

/** Shows a notice. */
export const useToast = () => useContext(NoticeContext);

const Notice = ({ notice, close }: { readonly notice: ToastContent; readonly close: () => void }) => {
  useEffect(() => {
    const timer = setTimeout(close, STAYS);
    return () => clearTimeout(timer);
  }, [notice, close]);
  const act = (): void => {
    notice.action?.run();
    close();
  };
  return (
    <div className="notice" role="status">
      <span>{notice.text}</span>
      {notice.action && (
        <Button variant="link" size="sm" onClick={act}>
          {notice.action.label}
        </Button>
      )}
    </div>
  );
};

/** Holds the notice that is shown. */
export const ToastProvider = ({ children }: { readonly children: ReactNode }) => {
  const [notice, setNotice] = useState<ToastContent | null>(null);
  const close = useCallback(() => setNotice(null), []);
  const show = useMemo(() => (next: ToastContent) => setNotice(next), []);
  return (
    <NoticeContext value={show}>
      {children}
      {notice && <Notice notice={notice} close={close} />}
    </NoticeContext>
  );
};
