import { useEffect, useEffectEvent, useState } from 'react';
import { CanvasTexture, SRGBColorSpace } from 'three';

/** Textures from what is painted, by their place; replaced as they are painted on, old ones given back. */
export function useTextures(
  paint: (show: (place: number, canvas: HTMLCanvasElement) => void) => void,
  on: readonly unknown[],
): readonly (CanvasTexture | undefined)[] {
  const [textures, setTextures] = useState<readonly (CanvasTexture | undefined)[]>([]);
  const start = useEffectEvent(paint);
  useEffect(() => {
    let current = true;
    const made: CanvasTexture[] = [];
    start((place, canvas) => {
      if (!current) return;
      const painted = new CanvasTexture(canvas);
      painted.colorSpace = SRGBColorSpace;
      painted.anisotropy = 8;
      made.push(painted);
      setTextures((old) => Object.assign([...old], { [place]: painted }));
    });
    return () => {
      current = false;
      made.forEach((old) => old.dispose());
    };
    // eslint-disable-next-line react-hooks/exhaustive-deps -- what is painted depends on what the caller says it does
  }, on);
  return textures;
}
