/**
 * Flags of V8 for what runs for some minutes on cores that are all taken. Garbage collection keeps to one thread, since others would
 * take their time from what runs on the next core; young objects get more room, so that they are collected less often; and a function
 * is optimised later, since most runs are over before that pays. Nothing that is measured, and nothing a crew runs, has them.
 */
export const QUICK_NODE = ['--single-threaded-gc', '--max-semi-space-size=64', '--interrupt-budget=400000'] as const;
