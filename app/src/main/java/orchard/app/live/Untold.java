package orchard.app.live;

import com.fasterxml.jackson.annotation.JsonInclude;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;

/** What a page that plays a layout was not told yet: of each element only what is true last. Safe for several threads. */
final class Untold {

    @JsonInclude(JsonInclude.Include.NON_NULL)
    private record News(Double value, Boolean unknown, String text, String name, Integer hue, String look) {
        static News of(Surfaces.Shown shown) {
            boolean isUnknown = shown.value() != null && shown.value().isNaN();
            return new News(
                    isUnknown ? null : shown.value(),
                    isUnknown ? true : null,
                    shown.text(),
                    shown.name(),
                    shown.hue(),
                    shown.look());
        }
    }

    private final Map<String, Surfaces.Shown> elements = new LinkedHashMap<>();
    private final Set<String> taken = new LinkedHashSet<>();
    private String opened = "";
    private Boolean fine;
    private boolean planned;
    private long toldNanos = System.nanoTime();

    /** An element shows something else. */
    synchronized void shows(String element, Surfaces.Shown shown) {
        elements.merge(element, shown, Surfaces.Shown::then);
    }

    /** A finger on another page holds a control that one of this page held. */
    synchronized void takes(String control) {
        taken.add(control);
    }

    /** Another page of the layout is open. */
    synchronized void opens(String page) {
        opened = page;
    }

    /** What fingers do is fine from now on, or not any more. */
    synchronized void fine(boolean isFine) {
        fine = isFine;
    }

    /** Plans to tell it; false if that was planned already. */
    synchronized boolean plan() {
        boolean was = planned;
        planned = true;
        return !was;
    }

    /** What was planned is done now. */
    synchronized void unplan() {
        planned = false;
    }

    /** For how many milliseconds nothing is told, because something was just now; never more than those given. */
    synchronized long waits(int apartMillis) {
        return Math.max(0, apartMillis - (System.nanoTime() - toldNanos) / 1_000_000);
    }

    /** All of it as a message, told from now on; empty if there is nothing. */
    synchronized Map<String, Object> take() {
        if (elements.isEmpty() && taken.isEmpty() && opened.isEmpty() && fine == null) {
            return Map.of();
        }
        toldNanos = System.nanoTime();
        Map<String, News> news = new LinkedHashMap<>();
        elements.forEach((element, shown) -> news.put(element, News.of(shown)));
        Map<String, Object> message = new LinkedHashMap<>();
        message.put("type", "shown");
        message.put("elements", news);
        if (!taken.isEmpty()) {
            message.put("taken", List.copyOf(taken));
        }
        if (!opened.isEmpty()) {
            message.put("page", opened);
        }
        opened = "";
        if (fine != null) {
            message.put("fine", fine);
        }
        fine = null;
        elements.clear();
        taken.clear();
        return message;
    }
}
