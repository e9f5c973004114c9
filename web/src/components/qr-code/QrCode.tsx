import './qr-code.scss';
import { encode } from 'uqr';

/** Rows of dark squares as one path: a picture a camera reads, dark on light whatever the theme. */
const pathOf = (rows: readonly (readonly boolean[])[]): string =>
  rows.flatMap((row, y) => row.flatMap((dark, x) => (dark ? [`M${x} ${y}h1v1h-1z`] : []))).join('');

interface QrCodeProps {
  readonly text: string;
  readonly label: string;
  /** Width and height in pixels. */
  readonly size: number;
}

/** A text as a square code (ISO/IEC 18004). */
export const QrCode = ({ text, label, size }: QrCodeProps) => {
  const { data, size: squares } = encode(text, { border: 2, ecc: 'M' });
  return (
    <svg
      className="qr-picture"
      width={size}
      height={size}
      viewBox={`0 0 ${squares} ${squares}`}
      role="img"
      aria-label={label}
    >
      <path d={pathOf(data)} />
    </svg>
  );
};
