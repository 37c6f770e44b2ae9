// The live socket: one connection a page, opened again by itself. Messages are listed in docs/wires.md.
const listeners = new Map();
let socket = null;
let hello = {};
let wait = 200;
let heard = 0;

// Orchard says something at least every half second: who hears nothing for longer has lost it, whatever the connection says.
const SILENCE = 2500;
setInterval(() => {
  if (socket?.readyState !== WebSocket.OPEN || performance.now() - heard < SILENCE) return;
  const lost = socket;
  socket = null;
  lost.close();
  tell("offline", {});
  connect();
}, 500);

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

function connect() {
  socket = new WebSocket(`${location.protocol.replace("http", "ws")}//${location.host}/live`);
  socket.onopen = () => {
    wait = 200;
    socket.send(JSON.stringify(hello));
    tell("online", {});
  };
  const mine = socket;
  heard = performance.now();
  socket.onmessage = (event) => {
    heard = performance.now();
    const message = JSON.parse(event.data);
    tell(message.type, message);
  };
  socket.onclose = () => {
    if (mine !== socket) return; // it was given up already
    tell("offline", {});
    setTimeout(connect, wait);
    wait = Math.min(wait * 2, 3000);
  };
}
