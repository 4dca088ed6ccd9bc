// As the router's own entry, but without its part for page heads: this app has one page, with one head.
import '@expo/metro-runtime';
import { ctx } from 'expo-router/_ctx';
import { ExpoRoot } from 'expo-router/build/ExpoRoot';
import { renderRootComponent } from 'expo-router/build/renderRootComponent';
import { createElement } from 'react';

renderRootComponent(() => createElement(ExpoRoot, { context: ctx }));
