/**
 * A script that lets a browser believe that the demo show was laid out once: a first visit then begins with nothing. It gives a promise. Run it
 * on an address of the origin that is no screen of the application, `/health`.
 */
export const NO_DEMO = `new Promise((done, failed) => {
  const open = indexedDB.open('rainbed', 1);
  open.onupgradeneeded = () => open.result.createObjectStore('entries');
  open.onerror = () => failed(open.error);
  open.onsuccess = () => {
    const writing = open.result.transaction('entries', 'readwrite');
    writing.objectStore('entries').put('yes', 'demo');
    writing.oncomplete = () => {
      open.result.close();
      done(true);
    };
  };
})`;
