import { parentPort, workerData } from 'node:worker_threads';
import { followChain, type Link } from './chain';

// A thread of its own, since hashes take as long as all else that is done with a line.
const { path, noted } = workerData as { path: string; noted: Link | undefined };
parentPort?.postMessage(await followChain(path, noted));
