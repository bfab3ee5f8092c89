/** Memory of a kernel: its numbers lie where the kernel's source says. */
export interface KernelMemory {
  readonly buffer: ArrayBuffer;
  grow(pages: number): number;
}

/** What a kernel asks of the platform; the core is typed for none. */
interface Platform {
  atob(text: string): string;
  readonly WebAssembly?: {
    readonly Memory: new (size: { initial: number }) => KernelMemory;
    readonly Module: new (bytes: Uint8Array) => object;
    readonly Instance: new (module: object, imports: object) => { exports: object };
  };
}

const PAGE = 65_536;

/**
 * A kernel of `core/kernels` with a memory of its own.
 * @param binary in base 64.
 * @returns null where WebAssembly or its vectors are not to be had.
 */
export function loadKernel<Exports extends object>(
  binary: string,
): (Exports & { readonly memory: KernelMemory }) | null {
  const { WebAssembly, atob } = globalThis as unknown as Platform;
  if (!WebAssembly) return null;
  try {
    const bytes = Uint8Array.from(atob(binary), (character) => character.charCodeAt(0));
    const memory = new WebAssembly.Memory({ initial: 1 });
    const module = new WebAssembly.Module(bytes);
    const { exports } = new WebAssembly.Instance(module, { env: { memory } });
    return { ...(exports as Exports), memory };
  } catch {
    return null;
  }
}

/** Makes sure of so many bytes; views of the memory from before may be lost. */
export function reserve(memory: KernelMemory, bytes: number): void {
  const missing = bytes - memory.buffer.byteLength;
  if (missing > 0) memory.grow(Math.ceil(missing / PAGE));
}
