/// <reference lib="webworker" />
import { expose } from 'comlink';
import { judge } from './judgement';

const api = { judge };
export type LessonApi = typeof api;

expose(api);
