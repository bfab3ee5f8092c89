import { get as getHttp } from 'node:http';
import { get as getHttps } from 'node:https';

/**
 * Asks this machine's own server, over HTTPS too, whatever name its certificate is for: nothing secret
 * is sent, and the way does not leave the machine.
 * @returns status and body. @throws Error when there is no answer in time.
 */
export function ask(address, path, patience = 2000) {
  const url = new URL(path, address);
  const get = url.protocol === 'https:' ? getHttps : getHttp;
  return new Promise((resolve, reject) => {
    const options = { rejectUnauthorized: false, signal: AbortSignal.timeout(patience) };
    const request = get(url, options, (answer) => {
      let body = '';
      answer.setEncoding('utf8');
      answer.on('data', (text) => (body += text));
      answer.on('end', () => resolve({ status: answer.statusCode, body }));
      answer.on('error', reject);
    });
    request.on('error', reject);
  });
}
