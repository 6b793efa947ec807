import type { RequestHandler } from 'express';
import { databaseAway, sendProblem } from './problem';

/**
 * Requests that bring or fetch a whole history, or a whole shop, take as long as it is long, and those that bring a photo as long as it is
 * on its way; their statements have limits of their own.
 */
const IS_LONG = /^\/(shop\/|machines\/(import$|[^/]+\/history$|[^/]+\/log\/[^/]+\/photos$))/;

/**
 * Answers for a database that does not: a statement may wait for a connection behind many others that wait in vain,
 * each within its own limit.
 * @param limit milliseconds
 */
export function answerWithin(limit: number): RequestHandler {
  return (request, response, next) => {
    if (IS_LONG.test(request.path)) {
      next();
      return;
    }
    const timer = setTimeout(() => {
      if (response.headersSent) return;
      request.log.error('not answered in time');
      sendProblem(request, response, databaseAway());
      // Whatever the work comes to now, it has been answered.
      response.json = () => response;
    }, limit);
    timer.unref();
    response.on('close', () => clearTimeout(timer));
    next();
  };
}
