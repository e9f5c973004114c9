import { format } from 'date-fns/format';
import { QRCodeSVG } from 'qrcode.react';
import { useState } from 'react';
import { Button } from 'react-bootstrap';
import { wordsOf } from '../api/client.ts';
import { useLinks, useMakeLink, useRevokeLink, type PracticeLink } from '../api/practice.ts';
import { useNotice } from '../app/Notice.tsx';
import { roomAddress } from '../parts/practice.ts';
import { Link } from 'react-router';

/** Days a link is good for. */
const DAYS = 120;

const isGood = ({ endsAt, revokedAt }: PracticeLink): boolean => revokedAt === null && new Date(endsAt) > new Date();

/** The links to a student's practice room: made, shown once as an address and a picture, revoked. */
export const Links = ({ studentId }: { readonly studentId: string }) => {
  const { data: links = [] } = useLinks(studentId);
  const make = useMakeLink(studentId);
  const revoke = useRevokeLink();
  const notice = useNotice();
  const [token, setToken] = useState<string | null>(null);
  const onError = (error: unknown): void => notice({ text: wordsOf(error) });
  const good = links.filter(isGood);
  return (
    <section aria-label="Practice room">
      <h2>Practice room</h2>
      {token ? (
        <div className="link-shown">
          <QRCodeSVG value={roomAddress(token)} size={132} marginSize={2} title="The link as a picture" />
          <div>
            <p>Shown this once. Copy it, or let it be photographed.</p>
            <input
              className="form-control"
              readOnly
              aria-label="Link to the practice room"
              value={roomAddress(token)}
            />
            <Button
              size="sm"
              variant="quiet"
              className="mt-2"
              onClick={() =>
                void navigator.clipboard
                  .writeText(roomAddress(token))
                  .then(() => notice({ text: 'The link is copied.' }))
              }
            >
              Copy it
            </Button>{' '}
            <Link className="btn btn-quiet btn-sm mt-2" to={`sheet#${token}`}>
              On a sheet
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
          Make a link
        </Button>
      )}
      <ul className="plain-list links">
        {good.map((link) => (
          <li key={link.id}>
            good until {format(new Date(link.endsAt), 'd MMMM')}{' '}
            <span className="text-soft">
              {link.opened === 0 ? 'not opened yet' : `opened ${link.opened === 1 ? 'once' : `${link.opened} times`}`}
            </span>
            <Button variant="plain" size="sm" onClick={() => revoke.mutate(link.id, { onError })}>
              revoke
            </Button>
          </li>
        ))}
      </ul>
    </section>
  );
};
