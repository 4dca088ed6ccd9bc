// As the router's own entry, but without its part for page heads: this app has one page, with one head.
import '@expo/metro-runtime';
import { ctx } from 'expo-router/_ctx';
import { ExpoRoot } from 'expo-router/build/ExpoRoot';
import { renderRootComponent } from 'expo-router/build/renderRootComponent';
import { createElement } from 'react';
import { readAhead } from './src/offline/keptCache';
import { askAhead } from './src/rig/askedAhead';

// Where the workers are found is known only while this script is run for the first time, and kept from then on.
if (!import.meta.url) throw new Error('the entry must be a script of the page: its workers are found beside it');

askAhead();
readAhead();
renderRootComponent(() => createElement(ExpoRoot, { context: ctx }));
