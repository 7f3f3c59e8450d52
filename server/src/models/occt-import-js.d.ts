declare module 'occt-import-js' {
  import type { CadKernel } from '@cuadro/core/shape/formats/cad';
  export default function load(options?: { print?: (text: string) => void; printErr?: (text: string) => void }): Promise<CadKernel>;
}
