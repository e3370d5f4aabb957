import { spawnSync } from 'node:child_process';

const GRAVE = ['high', 'critical'];

/**
 * Asks the registry for known weaknesses of the packages the application ships with; fails where there are grave ones.
 * Where no registry answers, that is said and nothing is claimed.
 */
const asked = ['audit', '--json', '--omit=dev', '--fetch-retries=0', '--fetch-timeout=20000'];
const { stdout } = spawnSync('npm', asked, { encoding: 'utf8', timeout: 30_000 });
const answer = parsed(stdout);
if (answer?.auditReportVersion === undefined) {
  console.log('No registry answers what it knows of: nothing was looked at.');
} else {
  const found = Object.values(answer.vulnerabilities ?? {});
  const grave = found.filter(({ severity }) => GRAVE.includes(severity));
  console.log(`${found.length} known, ${grave.length} of them grave${grave.map(({ name }) => `, ${name}`).join('')}.`);
  if (grave.length > 0) process.exitCode = 1;
}

function parsed(text) {
  try {
    return JSON.parse(text);
  } catch {
    return null;
  }
}
