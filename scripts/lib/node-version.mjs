// Imported first by every script, and written so that any Node that knows modules can read it.
const OLDEST = [20, 10];
const parts = process.versions.node.split('.').map(Number);
if (parts[0] < OLDEST[0] || (parts[0] === OLDEST[0] && parts[1] < OLDEST[1])) {
  console.error(
    'Slow Crest needs Node ' +
      OLDEST.join('.') +
      ' or newer; this is Node ' +
      process.versions.node +
      '. Install a newer Node and run the command again.',
  );
  process.exit(1);
}
