import { foldingFigures } from './folding.ts';
import { calibrationMs, report } from './measuring.ts';
import { printingFigures } from './printing.ts';
import { startingFigures } from './starting.ts';

const calibration = calibrationMs();
const kept = report([...foldingFigures(), ...(await startingFigures()), ...(await printingFigures())], calibration);
if (process.argv.includes('--check') && !kept) process.exit(1);
