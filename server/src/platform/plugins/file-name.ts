/** The longest name of a file, characters. */
const MOST = 60;

/**
 * `content-disposition` of a file called after a title, with a plain name for those that read no other.
 * @param kind `attachment` to be kept, `inline` to be looked at.
 */
export function namedFile(kind: 'attachment' | 'inline', title: string, plain: string): string {
  // By characters and not by halves of them: a cut letter cannot be encoded.
  const words = [...title.replace(/[^\p{L}\p{N}]+/gu, '-').replace(/^-|-$/g, '')];
  const extension = plain.slice(plain.lastIndexOf('.'));
  const name = encodeURIComponent(words.slice(0, MOST).join(''));
  return `${kind}; filename="${plain}"; filename*=UTF-8''${name}${extension}`;
}
