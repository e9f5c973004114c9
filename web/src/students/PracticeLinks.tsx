import type { PracticeLink } from '@fleet-wren/contract';
import { say } from '@fleet-wren/wording';
import { format } from 'date-fns/format';
import { useState } from 'react';
import { Button } from 'react-bootstrap';
import { Link } from 'react-router';
import { Say } from '../components/say/Say.tsx';
import { wordsOf } from '../api/api-error.ts';
import { usePracticeLinks, useCreatePracticeLink, useRevokePracticeLink } from '../api/practice.ts';
import { useToast } from '../components/toast/ToastProvider.tsx';
import { buildPracticeRoomUrl } from '../components/practice-session.ts';
import { QrCode } from '../components/qr-code/QrCode.tsx';

/** Days a link is good for. */
const DAYS = 120;

const isGood = ({ endsAt, revokedAt }: PracticeLink): boolean => revokedAt === null && new Date(endsAt) > new Date();

/** The links to a student's practice room: made, shown once as an address and a picture, revoked. */
export const PracticeLinks = ({ studentId }: { readonly studentId: string }) => {
  const { data: links = [] } = usePracticeLinks(studentId);
  const make = useCreatePracticeLink(studentId);
  const revoke = useRevokePracticeLink();
  const notice = useToast();
  const [token, setToken] = useState<string | null>(null);
  const onError = (error: unknown): void => notice({ text: wordsOf(error) });
  const good = links.filter(isGood);
  return (
    <section aria-label={say('common.practice-room')}>
      <h2>{say('common.practice-room')}</h2>
      {token ? (
        <div className="link-shown">
          <QrCode text={buildPracticeRoomUrl(token)} label={say('students.qr-code-of-the-link')} size={132} />
          <div>
            <p>{say('students.this-link-is-shown-only-once')}</p>
            <input
              className="form-control"
              readOnly
              aria-label={say('students.practice-room-link')}
              value={buildPracticeRoomUrl(token)}
            />
            <Button
              size="sm"
              variant="quiet"
              className="mt-2"
              onClick={() =>
                void navigator.clipboard
                  .writeText(buildPracticeRoomUrl(token))
                  .then(() => notice({ text: say('students.link-copied') }))
              }
            >
              {say('common.copy')}
            </Button>{' '}
            <Link className="btn btn-quiet btn-sm mt-2" to={`sheet#${token}`}>
              {say('students.print-on-a-sheet')}
            </Link>
          </div>
        </div>
      ) : (
        <Button
          size="sm"
          variant="quiet"
          disabled={make.isPending}
          onClick={() => make.mutate(DAYS, { onError, onSuccess: (link) => setToken(link.token) })}
        >
          {say('students.create-link')}
        </Button>
      )}
      <ul className="plain-list links">
        {good.map((link) => (
          <li key={link.id}>
            <Say
              text="students.link-valid"
              values={{ date: format(new Date(link.endsAt), 'd MMMM'), times: link.opened }}
              elements={{ opened: (inside) => <span className="text-soft">{inside}</span> }}
            />
            <Button variant="plain" size="sm" onClick={() => revoke.mutate(link.id, { onError })}>
              {say('common.revoke')}
            </Button>
          </li>
        ))}
      </ul>
    </section>
  );
};
