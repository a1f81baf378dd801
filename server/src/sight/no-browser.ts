const nothing = (): void => undefined;
class Nobody {
  addEventListener = nothing;
  removeEventListener = nothing;
  postMessage = nothing;
  terminate = nothing;
  close = nothing;
}
class Unseen {
  observe = nothing;
  unobserve = nothing;
  disconnect = nothing;
  takeRecords = (): [] => [];
}

/**
 * What the program asks of a browser where there is none: nothing is watched, kept, sent or heard, and what would come
 * later does not come. `language` is the reader's; `fetch` answers for the doors.
 */
export function withoutBrowser(language: () => string, fetch: typeof globalThis.fetch): void {
  Object.assign(globalThis, {
    MutationObserver: Unseen,
    ResizeObserver: Unseen,
    IntersectionObserver: Unseen,
    Worker: Nobody,
    EventSource: Nobody,
    BroadcastChannel: undefined,
    localStorage: { getItem: () => null, setItem: nothing, removeItem: nothing },
    fetch,
  });
  // newer Node has one of its own, which cannot be assigned to
  Object.defineProperty(globalThis, 'navigator', {
    configurable: true,
    value: {
      get language() {
        return language();
      },
      get languages() {
        return [language()];
      },
      userAgent: '',
      platform: '',
      locks: { request: () => new Promise(nothing) },
    },
  });
}
