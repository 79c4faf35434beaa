import assert from 'node:assert/strict';
import { after, test } from 'node:test';
import { MessageChannel, type MessagePort } from 'node:worker_threads';
import { expose, type Endpoint } from 'comlink';
import { WorkerClient, WorkerEnded, WorkerLost } from './worker-client.ts';

const ports: MessagePort[] = [];
after(() => ports.forEach((p) => p.close()));

interface Api {
  double: (n: number) => number | Promise<number>;
}

/** A worker in this process: what it does is told when it is made; it dies when it is told to. */
class StandIn {
  onerror: ((e: { message: string }) => void) | null = null;
  onmessageerror: (() => void) | null = null;
  ended = false;
  readonly #port: MessagePort;

  constructor(api: Api) {
    const { port1, port2 } = new MessageChannel();
    ports.push(port1, port2);
    expose(api, port2 as unknown as Endpoint);
    port2.start();
    this.#port = port1;
    this.#port.start();
  }

  postMessage(message: unknown, transfer: never[]): void {
    this.#port.postMessage(message, transfer);
  }
  addEventListener(type: string, listener: EventListener): void {
    this.#port.addEventListener(type as 'message', listener as never);
  }
  removeEventListener(type: string, listener: EventListener): void {
    this.#port.removeEventListener(type as 'message', listener as never);
  }
  die(message: string): void {
    this.onerror?.({ message });
  }
  terminate(): void {
    this.ended = true;
  }
}

const sound: Api = { double: (n) => 2 * n };
const silent: Api = { double: () => new Promise<number>(() => {}) };

/** A client whose workers do one after the other what is told, the last of it for good. */
function client(apis: readonly Api[], life: ConstructorParameters<typeof WorkerClient>[1] = {}) {
  const made: StandIn[] = [];
  const made_ = new WorkerClient<Api>(() => {
    const worker = new StandIn(apis[Math.min(made.length, apis.length - 1)]);
    made.push(worker);
    return worker as unknown as Worker;
  }, life);
  return { client: made_, made };
}

test('it is started when it is first asked, once', async () => {
  const { client: c, made } = client([sound]);
  assert.equal(made.length, 0);
  assert.equal(await c.ask((w) => w.double(21)), 42);
  assert.equal(await c.ask((w) => w.double(4)), 8);
  assert.equal(made.length, 1);
});

test('one that dies is started anew once, that is told, and every question that waited is asked again', async () => {
  const told: string[] = [];
  const { client: c, made } = client([silent, sound], { onrestart: (why) => told.push(why) });
  const both = [c.ask((w) => w.double(1)), c.ask((w) => w.double(2))];
  made[0].die('out of memory');
  assert.deepEqual(await Promise.all(both), [2, 4]);
  assert.equal(made.length, 2);
  assert.ok(made[0].ended);
  assert.deepEqual(new Set(told), new Set(['out of memory']));
});

test('one that falls silent is lost; the second that does is an error in words', async () => {
  const { client: c, made } = client([silent], { patienceMs: 20, onrestart: () => {} });
  await assert.rejects(
    c.ask((w) => w.double(1)),
    (e: Error) => e instanceof WorkerLost && e.message === 'it did not answer'
  );
  assert.equal(made.length, 2);
  assert.ok(made.every((w) => w.ended));
});

test('where nobody is told, one that dies is an error at once, and the next question has a new one', async () => {
  const { client: c, made } = client([silent, sound]);
  const asked = c.ask((w) => w.double(1));
  made[0].die('');
  await assert.rejects(asked, /it could not be loaded/);
  assert.equal(await c.ask((w) => w.double(5)), 10);
});

test('ended, its question is over and no other is asked for it; it starts anew when it is asked again', async () => {
  const { client: c, made } = client([silent, sound], { onrestart: () => assert.fail('nothing was lost') });
  const asked = c.ask((w) => w.double(1));
  c.end();
  await assert.rejects(asked, (e: Error) => e instanceof WorkerEnded);
  assert.ok(made[0].ended);
  assert.equal(await c.ask((w) => w.double(3)), 6);
  assert.equal(made.length, 2);
});

test('an error of the work itself is the asker’s, and the worker lives on', async () => {
  const { client: c, made } = client([
    {
      double: () => {
        throw new RangeError('no such figure');
      }
    }
  ]);
  await assert.rejects(
    c.ask((w) => w.double(1)),
    /no such figure/
  );
  assert.equal(made[0].ended, false);
});
