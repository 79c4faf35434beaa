/** How quick the machine is: seconds a point takes by the plain solution. */
import { plainPointS } from './plain.ts';

console.log(plainPointS());
