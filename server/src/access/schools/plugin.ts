import plugin from 'fastify-plugin';
import { FIRST_SCHOOL, inSchool } from '../../platform/database/index.js';
import { schoolsByHost } from './repository.js';

declare module 'fastify' {
  interface FastifyRequest {
    /** Whose data this request may see. */
    school: string;
    /** It came by the name of a school. */
    bySchoolsName: boolean;
  }
}

/** A school that is added is reached by the second request after this. */
const KNOWN_MS = 15_000;

/**
 * Says of every request which school it is of, by the name under which the browser reached Nab, and
 * has all that it asks the database for be that school's. Must be registered before all that asks.
 */
export const schools = plugin(async (app) => {
  let known: ReadonlyMap<string, string> | null = null;
  let readAt = -Infinity;
  let reading: Promise<void> | null = null;

  async function read(): Promise<void> {
    try {
      known = await schoolsByHost();
    } catch (error) {
      // The database is away: what was known holds. Before anything is, nobody’s school is guessed.
      if (known === null) throw error;
    } finally {
      readAt = performance.now();
      reading = null;
    }
  }

  async function schoolOf(host: string): Promise<string | undefined> {
    if (performance.now() - readAt > KNOWN_MS || known === null) reading ??= read();
    // Only the first requests wait: what is known serves while it is looked up again.
    if (known === null) await reading;
    return known?.get(host);
  }

  app.decorateRequest('school', FIRST_SCHOOL);
  app.decorateRequest('bySchoolsName', false);
  app.addHook('onRequest', (request, _reply, done) => {
    void schoolOf(request.hostname.toLowerCase()).then((school) => {
      request.bySchoolsName = school !== undefined;
      request.school = school ?? FIRST_SCHOOL;
      inSchool(request.school, done);
    }, done);
  });
  // The body comes in from outside of all this.
  app.addHook('preValidation', (request, _reply, done) => inSchool(request.school, done));
});
