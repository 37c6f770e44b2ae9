// What only shows: words, numbers, meters and lamps.
import { show } from "./touched.js";

export const mount = (element) => ({ told: (news) => show(element, news), fingers: false });
