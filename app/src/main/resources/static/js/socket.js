// The live socket: one connection a page, opened again by itself. Messages are listed in docs/wires.md.
const listeners = new Map();
let socket = null;
let hello = {};
let wait = 200;

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
  socket.onmessage = (event) => {
    const message = JSON.parse(event.data);
    tell(message.type, message);
  };
  socket.onclose = () => {
    tell("offline", {});
    setTimeout(connect, wait);
    wait = Math.min(wait * 2, 3000);
  };
}
