import type { CadKernel } from '@cuadro/core/shape/formats/cad';

/** It tells of its progress on the console; its faults come back in the result. */
const quiet = (): void => undefined;

let kernel: Promise<CadKernel> | undefined;

/** The tessellating kernel, a WebAssembly module of 8 MB, loaded when it is first needed. It runs in worker threads only: it builds code at run time, which the page's policy rightly forbids. */
export function cadKernel(): Promise<CadKernel> {
  kernel ??= import('occt-import-js').then(({ default: load }) => load({ print: quiet, printErr: quiet }));
  return kernel;
}
