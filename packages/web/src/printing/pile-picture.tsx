import type { PaperPile, PileMove, Print } from '@eight-up/core/printer/device';

const [W, H] = [96, 68];

/** What lies in the tray: each sheet as it looks from above, the uppermost first. */
export function PilePicture({ pile, label }: { readonly pile: PaperPile; readonly label: string }) {
  return (
    <figure aria-label={label} className="flex flex-wrap gap-3">
      {pile.map((sheet, i) => {
        const seen = sheet.up === 'a' ? sheet.a : sheet.b;
        const under = sheet.up === 'a' ? sheet.b : sheet.a;
        return (
          <div key={sheet.id} className="text-center text-sm">
            <svg width={W} height={H} viewBox={`0 0 ${W} ${H}`} aria-hidden="true">
              <rect x="1" y="1" width={W - 2} height={H - 2} fill="#fdfcf7" stroke="#16261f" strokeWidth="1.4" />
              {seen.map((print, k) => (
                <Marked key={k} print={print} northFar={sheet.northFar} x={(W * (k + 1)) / (seen.length + 1)} />
              ))}
            </svg>
            <span className="block">{i === 0 ? 'on top' : i === pile.length - 1 ? 'below' : 'between'}</span>
            <span className="block text-quiet">
              {seen.length === 0 ? 'bare face up' : ''}
              {under.length > 0 && ` ${under.map(({ page }) => page).join(' and ')} beneath`}
            </span>
          </div>
        );
      })}
    </figure>
  );
}

/** A number and its arrow, the way they point. */
function Marked({ print, northFar, x }: { readonly print: Print; readonly northFar: boolean; readonly x: number }) {
  const up = print.headNorth === northFar;
  return (
    <g transform={up ? undefined : `rotate(180 ${x} ${H / 2})`}>
      <text x={x} y={H - 12} textAnchor="middle" fontSize="26" fontWeight="800" fill="#16261f">
        {print.page}
      </text>
      <path d={`M${x} 28V8M${x - 5} 14L${x} 8L${x + 5} 14`} stroke="#c2410c" strokeWidth="2" fill="none" />
    </g>
  );
}

/** The pile on its way back into the tray, again and again; standing still where motion is not wanted. */
export function PuttingBack({ move }: { readonly move: PileMove }) {
  return (
    <svg viewBox="0 0 260 110" className="w-full max-w-xs" aria-hidden="true">
      <rect x="20" y="84" width="220" height="12" fill="#d3c394" stroke="#16261f" strokeWidth="1.4" />
      <g className={`putting-back putting-back-${move}`}>
        {[6, 3, 0].map((lift) => (
          <rect
            key={lift}
            x={70}
            y={20 + lift}
            width="120"
            height="56"
            fill="#fdfcf7"
            stroke="#16261f"
            strokeWidth="1.4"
          />
        ))}
        <path d="M130 64V30M122 40L130 30L138 40" stroke="#c2410c" strokeWidth="3" fill="none" />
      </g>
    </svg>
  );
}
