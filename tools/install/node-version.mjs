// The first thing every command looks at. No named imports: an old Node.js must reach the sentence.
const [major, minor] = process.versions.node.split('.').map(Number);
const supported =
  (major === 20 && minor >= 19) || (major === 22 && minor >= 13) || major === 24 || major > 24;
if (!supported) {
  process.stderr.write(
    `Nab needs Node.js 20.19, 22.13, 24 or newer; this is ${process.versions.node}. Install a newer Node.js and try again.\n`,
  );
  process.exit(1);
}
