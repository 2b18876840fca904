import type { InputWords } from '../../../../core/control';

/** Height of one pole's row, px. */
export const POLE_ROW = 60;
const WIDTH = 136;
const BUS = 12;
const PLUG = 104;

/** Half the width of what a pole is drawn as, from the tip down. */
const halfOf = (i: number, last: number) => (i === 0 ? 11 : i === last ? 17 : 14);

/** A contact between the common wire and a pole: open, closed, or (dashed) nobody can say. */
function Contact({ y, isClosed, to }: { y: number; isClosed: boolean | null; to: number }) {
  return (
    <g strokeDasharray={isClosed === null ? '3 3' : undefined}>
      <path d={`M${BUS} ${y}H30`} />
      <path d={isClosed === true ? `M30 ${y}H56` : `M30 ${y}L54 ${y - 13}`} strokeWidth={2} />
      <path d={`M58 ${y}H${to}`} />
      <circle cx={30} cy={y} r={2.5} className="fill-ink" strokeDasharray="none" />
      <circle cx={58} cy={y} r={2.5} className="fill-ink" strokeDasharray="none" />
    </g>
  );
}

/** A pole of the plug: its tip a cap, what follows bands, its sleeve the body; of a socket of many pins a pin. */
function PolePiece({ i, last, y, isRound }: { i: number; last: number; y: number; isRound: boolean }) {
  const half = halfOf(i, last);
  if (isRound) return <circle cx={PLUG} cy={y} r={8} className="fill-sheet" />;
  const [top, bottom] = [y - POLE_ROW / 2 + 3, y + POLE_ROW / 2 - 3];
  return i === 0 ? (
    <path
      d={`M${PLUG - half} ${bottom}V${y - 6}Q${PLUG - half} ${top} ${PLUG} ${top}Q${PLUG + half} ${top} ${PLUG + half} ${y - 6}V${bottom}Z`}
      className="fill-sheet"
    />
  ) : (
    <rect x={PLUG - half} y={top} width={2 * half} height={bottom - top} className="fill-sheet" />
  );
}

/** The circuit of a switch input: contacts between its poles and its sleeve, as they stand in the sound in force. */
export function ContactDrawing({ input }: { input: InputWords }) {
  const { poles, isRound } = input;
  const last = poles.length;
  const y = (i: number) => POLE_ROW * i + POLE_ROW / 2;
  const edge = (i: number) => PLUG - (isRound ? 8 : halfOf(i, last));
  const isFed = poles.some(({ feeds }) => feeds.length > 0);
  return (
    <svg
      width={WIDTH}
      height={POLE_ROW * (last + 1)}
      aria-hidden="true"
      className="shrink-0 fill-none stroke-ink"
      strokeWidth={1.25}
    >
      {isFed ? (
        <path d={`M${BUS} ${y(poles.findIndex(({ feeds }) => feeds.length > 0))}V${y(last)}H${edge(last)}`} />
      ) : null}
      {poles.map(({ pole, feeds, isClosed, isHeld }, i) => (
        <g key={pole}>
          {feeds.length > 0 ? <Contact y={y(i)} isClosed={isClosed} to={edge(i)} /> : null}
          {isHeld ? <path d={`M${edge(i)} ${y(i)}H76V${y(last)}H${edge(last)}`} strokeWidth={2.5} /> : null}
          <PolePiece i={i} last={last} y={y(i)} isRound={isRound} />
          {isRound ? null : (
            <rect x={PLUG - 9} y={y(i) + POLE_ROW / 2 - 3} width={18} height={6} className="fill-ink" />
          )}
          <path d={`M${PLUG + (isRound ? 8 : halfOf(i, last))} ${y(i)}H${WIDTH}`} />
        </g>
      ))}
      <PolePiece i={last} last={last} y={y(last)} isRound={isRound} />
    </svg>
  );
}
