/// <reference types="vite/client" />

declare module 'rapidoc';
