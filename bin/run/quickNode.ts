/**
 * For Node where it runs a tool that ends after minutes on cores that are all taken: its threads beside the first would take from
 * the tool at the next core, most memory is never wanted again, and code that runs for a second only is not worth compiling twice.
 * The law suites need a third less processor by it; what is measured, and what a crew runs, goes without.
 */
export const QUICK_NODE = ['--single-threaded-gc', '--max-semi-space-size=64', '--interrupt-budget=400000'] as const;
