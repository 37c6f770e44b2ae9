// The live socket: one connection a page, opened again by itself. Messages are listed in docs/wires.md.
const listeners = new Map();
const LOOK = 75;
const TRY = 250;
const PATIENCE = 1000;
let socket = null;
let hello = null;
let heard = 0;
let looked = performance.now();
let tried = 0;
let opening = false;

// Orchard says something at least every half second, and more often to a page on which fingers play: who hears nothing for longer has lost
// it, whatever the connection says.
const silence = () => (hello?.layout ? 350 : 2500);
setInterval(() => {
  const now = performance.now();
  const stoodStill = now - looked > 3 * LOOK; // then what waits to be heard comes first
  looked = now;
  if (document.hidden || stoodStill) return;
  if (socket && now - heard > silence()) lose(socket);
  else if (!socket && hello && now - tried > TRY) reach(now);
}, LOOK);

export function on(type, listener) {
  if (!listeners.has(type)) listeners.set(type, []);
  listeners.get(type).push(listener);
}

function tell(type, message) {
  (listeners.get(type) ?? []).forEach((listener) => listener(message));
}

/** Sends a message; false if there is no connection. */
export function send(message) {
  if (socket?.readyState !== WebSocket.OPEN) return false;
  socket.send(JSON.stringify(message));
  return true;
}

/** Says which page this is, now and after every reconnection. */
export function open(page, layout = "") {
  hello = { type: "hello", page, layout };
  if (socket) send(hello);
  else connect();
}

// A browser that failed to open sockets waits longer and longer before it tries again: so it is asked first whether anybody is there, and
// still lets it in.
async function reach(now) {
  tried = now;
  let there;
  try {
    there = await fetch(location.href, { method: "HEAD", cache: "no-store", signal: AbortSignal.timeout(PATIENCE) });
  } catch {
    return;
  }
  if (there.status === 401 || there.status === 403) return tell("unwelcome", {});
  if (!socket && !opening) connect();
}

function connect() {
  opening = true;
  const mine = new WebSocket(`${location.protocol.replace("http", "ws")}//${location.host}/live`);
  const giveUp = setTimeout(() => mine.close(), PATIENCE * 3);
  mine.onopen = () => {
    clearTimeout(giveUp);
    opening = false;
    socket = mine;
    heard = performance.now();
    mine.send(JSON.stringify(hello));
    tell("online", {});
  };
  mine.onmessage = (event) => {
    if (mine !== socket) return;
    heard = performance.now();
    const message = JSON.parse(event.data);
    tell(message.type, message);
  };
  mine.onclose = () => {
    clearTimeout(giveUp);
    if (mine === socket) lose(mine);
    else if (!socket) {
      opening = false;
      tell("offline", {});
    }
  };
}

function lose(lost) {
  socket = null;
  opening = false;
  lost.close();
  tell("offline", {});
}
