// Fingers on a layout. Each rules the element it began on until it is lifted, wherever it goes. How an element answers to them is said by
// its kind: began and moved and ended, each given the element and the finger. A finger that is idle rules nothing; one that is there again
// goes on from where things stand: it was there while nobody heard, or came so long ago that its press is not played any more.

const LATE = 500; // what a finger did so long before the page could look is not played any more
const PALM = 70; // no fingertip is so large, in CSS pixels
const EDGE = 24;
const EDGE_PALM = 40;
const TAP = 250;
const TWICE = 350;
const STILL = 12;
const HELD = 500; // so long a finger stays on what is guarded
const SLIDE = 0.6; // so much of its width, or as many pixels at least, it slides over what is guarded
const SLIDE_LEAST = 50;

const FINE = 0.125;

const fingers = new Map();
const lifted = [];
const taps = new Map();
let cutOff = false;
let locked = false;
let fine = false;

/** The fingers that rule an element, the one that came first before the others. */
export const on = (element) => [...fingers.values()].filter((finger) => finger.element === element && !finger.idle);

/** A control is held that makes moves fine. */
export const setFine = (isFine) => (fine = isFine);

/** How much of what fingers do on an element counts: a second finger on it makes it fine, and so does a control that is held. */
export const share = (element) => (fine || on(element).length > 1 ? FINE : 1);

/** Is told whenever a finger rules an element no longer. */
export const whenLifted = (listener) => lifted.push(listener);

/** Whether any finger rules anything. */
export const any = () => [...fingers.values()].some((finger) => !finger.idle);

export function watch(element, kind) {
  element.addEventListener("pointerdown", (event) => began(element, kind, event));
  element.addEventListener("pointermove", moved);
  element.addEventListener("pointerup", ended);
  element.addEventListener("pointercancel", ended);
  element.addEventListener("lostpointercapture", ended);
}

const isLate = (event) => performance.now() - event.timeStamp > LATE;

function isPalm({ pointerType, width, height, clientX, clientY }) {
  if (pointerType !== "touch") return false;
  const size = Math.max(width ?? 0, height ?? 0);
  const atEdge = clientX < EDGE || clientY < EDGE || clientX > innerWidth - EDGE || clientY > innerHeight - EDGE;
  return size > PALM || (atEdge && size > EDGE_PALM && any());
}

function began(element, kind, event) {
  event.preventDefault();
  const late = isLate(event);
  if (locked || event.button > 0 || isPalm(event) || (late && !kind.goesOn)) return;
  element.setPointerCapture(event.pointerId);
  element.focus({ preventScroll: true });
  const { clientX: x, clientY: y, timeStamp: since } = event;
  const goesOn = cutOff && Boolean(kind.goesOn) && !element.dataset.guard;
  const finger = { element, kind, event, x, y, fromX: x, fromY: y, since, idle: cutOff, goesOn, again: late };
  fingers.set(event.pointerId, finger);
  if (finger.idle) return;
  if (element.dataset.guard && on(element).length === 1) guard(finger);
  else kind.began(element, finger);
}

/** What is guarded listens once a finger stayed on it for a while, or slid across it; until then that rules nothing. */
function guard(finger) {
  Object.assign(finger, { idle: true, guarded: true, again: true });
  finger.element.classList.add("guarding");
  if (finger.element.dataset.guard === "held") finger.timer = setTimeout(() => opened(finger), HELD);
}

function opened(finger) {
  if (cutOff || on(finger.element).length) return closed(finger);
  closed(finger);
  Object.assign(finger, { idle: false, since: -Infinity });
  finger.kind.began(finger.element, finger);
}

function closed(finger) {
  clearTimeout(finger.timer);
  finger.guarded = false;
  finger.element.classList.remove("guarding");
}

function slides({ element, x, y, fromX, fromY, timer }) {
  if (element.dataset.guard === "held") return Math.hypot(x - fromX, y - fromY) > 2 * STILL && timer ? "away" : "";
  return x - fromX > Math.max(SLIDE_LEAST, SLIDE * element.clientWidth) ? "open" : "";
}

function moved(event) {
  const finger = fingers.get(event.pointerId);
  if (!finger) return;
  const dx = event.clientX - finger.x;
  const dy = event.clientY - finger.y;
  Object.assign(finger, { x: event.clientX, y: event.clientY, event });
  if (finger.guarded) {
    const way = slides(finger);
    if (way === "away") closed(finger);
    if (way === "open") opened(finger);
    return;
  }
  if (!finger.idle && !isLate(event)) finger.kind.moved(finger.element, finger, dx, dy);
}

function ended(event) {
  const finger = fingers.get(event.pointerId);
  if (!finger) return;
  fingers.delete(event.pointerId);
  if (finger.guarded) closed(finger);
  if (finger.idle) return;
  release(finger);
  tapped(finger, event);
}

function tapped(finger, event) {
  const { element, kind } = finger;
  const still = Math.hypot(event.clientX - finger.fromX, event.clientY - finger.fromY) < STILL;
  const isTap = event.type === "pointerup" && still && event.timeStamp - finger.since < TAP && on(element).length === 0;
  const isSecond = isTap && finger.since - (taps.get(element) ?? -TWICE) < TWICE;
  taps.delete(element);
  if (isSecond) kind.tappedTwice?.(element);
  else if (isTap) taps.set(element, event.timeStamp);
}

/** Fingers rule nothing from now on; goesOn: those that only move something go on where they are when Orchard is back. */
function stop(some, goesOn) {
  some.forEach((finger) => {
    if (finger.guarded) closed(finger);
    finger.goesOn = goesOn && (finger.idle ? finger.goesOn : Boolean(finger.kind.goesOn));
    if (!finger.idle) release(finger);
  });
}

function release(finger) {
  finger.idle = true;
  finger.kind.ended(finger.element, finger);
  lifted.forEach((listener) => listener());
}

/** What fingers do is not meant, until they come anew. */
export function lock(isLocked) {
  locked = isLocked;
  if (locked) letGo();
}

/** Whether anything that is done here by a tap or a key is meant, and heard. */
export const listens = () => !locked && !cutOff;

/** Nobody hears what fingers do. */
export function cut() {
  cutOff = true;
  stop([...fingers.values()], true);
}

export function mended() {
  cutOff = false;
  fingers.forEach((finger) => {
    if (!finger.goesOn) return;
    Object.assign(finger, { idle: false, goesOn: false, again: true });
    finger.kind.began(finger.element, finger);
  });
}

/** A finger on another page rules an element now: those here follow it until they come anew. */
export function taken(element) {
  stop(on(element), false);
}

/** A page that nobody sees holds nothing. */
export function letGo() {
  stop([...fingers.values()], false);
}
