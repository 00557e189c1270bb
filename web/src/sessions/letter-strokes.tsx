/** A letter as the pen writes it: strokes numbered where they begin, with arrows. */
import { letterStrokes, strokeArrows, strokesWidth } from '@sapling/core/planning';

const HEAD = 11;

export function LetterStrokes({ letter, height = 76 }: { letter: string; height?: number }) {
  const strokes = letterStrokes(letter);
  if (strokes.length === 0) return null;
  const width = strokesWidth(letter) + 44;
  const several = strokes.length > 1;
  return (
    <svg
      viewBox={`-22 -12 ${width} 174`}
      height={height}
      width={(height * width) / 174}
      role="img"
      aria-label={`How ${letter} is written: ${strokes.length} ${several ? 'strokes' : 'stroke'}`}
      className="shrink-0 rounded-s border border-rule bg-white"
    >
      {[50, 100].map((y) => (
        <line key={y} x1={-22} x2={width} y1={y} y2={y} stroke="var(--color-rule)" strokeWidth={1.2} />
      ))}
      {strokes.map((stroke, k) => (
        <g key={k} fill="none" strokeLinecap="round" strokeLinejoin="round">
          <polyline points={stroke.map((p) => `${p.x},${p.y}`).join(' ')} stroke="var(--color-rule)" strokeWidth={9} />
          {strokeArrows(stroke).map((a, n) => (
            <polyline
              key={n}
              stroke="var(--color-pine)"
              strokeWidth={3}
              points={[
                [a.x - HEAD * (a.dx * 0.8 - a.dy * 0.6), a.y - HEAD * (a.dy * 0.8 + a.dx * 0.6)],
                [a.x, a.y],
                [a.x - HEAD * (a.dx * 0.8 + a.dy * 0.6), a.y - HEAD * (a.dy * 0.8 - a.dx * 0.6)],
              ]
                .map((p) => p.join(','))
                .join(' ')}
            />
          ))}
          <circle cx={stroke[0]!.x} cy={stroke[0]!.y} r={5.5} fill="var(--color-pine)" />
          {several && (
            <text x={stroke[0]!.x - 9} y={stroke[0]!.y + 5} textAnchor="end" fontSize={17} fill="var(--color-ink)">
              {k + 1}
            </text>
          )}
        </g>
      ))}
    </svg>
  );
}
