/** Imported by what runs on this machine without any request, as scripts and tests: what it does, the person of this machine does. */
Object.assign(globalThis, { nunatakOutside: true });
