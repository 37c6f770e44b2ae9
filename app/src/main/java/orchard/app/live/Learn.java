package orchard.app.live;

import com.fasterxml.jackson.annotation.JsonProperty;
import java.util.ArrayList;
import java.util.Collections;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import orchard.app.store.Maker;
import orchard.app.store.RigKeeper;
import orchard.engine.Trace;
import orchard.gear.Device;
import orchard.gear.ParameterPage;
import orchard.gear.Ref;
import orchard.gear.Through;
import orchard.mapping.Mapping;
import orchard.mistake.Mistake;
import orchard.outcome.LayersTurned;
import orchard.parameter.Parameter;
import orchard.rig.Edit;
import orchard.rig.EditRefused;
import orchard.rig.MappingCopier;
import orchard.rig.Part;
import orchard.rig.Rig;
import org.springframework.stereotype.Component;

/**
 * Two gestures make a mapping: a control is moved and a parameter is touched, in either order, on a page or in the software
 * itself. While Learn is on, one pair follows another. Safe for several threads.
 */
@Component
public final class Learn {

    /** What else was moved or touched so shortly before may have been meant. */
    private static final long LATELY_NANOS = 5_000_000_000L;

    private static final int MOST_OTHERS = 6;

    /** A hand that rests as long as this begins anew. */
    private static final long REST_NANOS = 600_000_000;

    /**
     * Where Learn stands.
     *
     * @param control what was moved, in words, or ""
     * @param parameter what was touched, in words, or ""
     * @param done the label of the mapping just made, or ""
     * @param mapping id of the mapping just made, or ""
     * @param refused why the last pair made no mapping, or ""
     * @param page the page of parameters on which goes what is touched, or "" while mappings are made
     * @param picking whether the parameter that is touched next goes in a form
     * @param picked the key of the parameter that went in a form just now, or ""
     * @param others what else moved within the last seconds before the pair was made, and may have been meant
     */
    public record Status(
            boolean on,
            String control,
            String parameter,
            String done,
            String mapping,
            String refused,
            String page,
            boolean picking,
            String picked,
            List<Other> others) {

        /** What has been done and what comes next, as a sentence. */
        @JsonProperty
        public String words() {
            if (picking) {
                return "Touch a parameter, here or in the software: it goes in the form.";
            } else if (!page.isEmpty()) {
                return (done.isEmpty() ? "" : done + ": on page “" + page + "”. ")
                        + "Touch parameters one after another, in the software or on Map: each goes on page “" + page
                        + "”.";
            } else if (!refused.isEmpty()) {
                return refused + " Move another control, or touch another parameter.";
            } else if (!control.isEmpty()) {
                return control + " … now touch a parameter here, or move it in the software.";
            } else if (!parameter.isEmpty()) {
                return "… " + parameter + ". Now move a control.";
            }
            return done.isEmpty()
                    ? "Move a control, and touch a parameter here or in the software, in whichever order."
                    : done + ": done. Move the next control, or stop.";
        }
    }

    /**
     * Something that may have been meant instead of a half of the pair.
     *
     * @param key of a control or of a parameter, as {@link Ref} has it
     * @param isControl which half it may be
     */
    public record Other(String key, String words, boolean isControl) {}

    /** A page of parameters that is being filled by touch. */
    private record Page(String device, String page) {}

    private final RigKeeper keeper;
    private final Names names;
    private final Values values;
    private final Meant meant;
    /** What moved clearly enough to be meant, and when it did so last; oldest first. */
    private final Map<Ref, Long> lately = new LinkedHashMap<>();

    /** The last pair, and when each half of it was last moved. */
    private final Map<Ref, Long> paired = new HashMap<>();

    /** Ids of the layers that are on, the lowest first: what is learned lives in the topmost. */
    private List<String> stack = List.of();

    private long now;
    private boolean on;
    /** Whose edits they are: of the browser that switched it on. */
    private String maker = "";

    private Ref.ToControl control;
    private Ref.ToParameter parameter;
    private String done = "";
    private String mapping = "";
    private String refused = "";
    private List<Other> others = List.of();
    private Page page;
    /** Whether the parameter that is touched next is wanted for a form, and no mapping is made. */
    private boolean picking;

    private String picked = "";

    Learn(RigKeeper keeper, Names names, Values values) {
        this.values = values;
        this.keeper = keeper;
        this.names = names;
        meant = new Meant(names);
    }

    /** Switches Learn on or off; either way half a pair is forgotten. */
    public synchronized void on(boolean on) {
        this.on = on;
        maker = Maker.now();
        page = null;
        picking = false;
        picked = "";
        control = null;
        parameter = null;
        done = "";
        mapping = "";
        refused = "";
        others = List.of();
        meant.beginAnew();
        lately.clear();
        paired.clear();
    }

    /** From now on every parameter of a device that is touched goes on one of its pages. */
    public synchronized void listen(String device, String onto) {
        on(true);
        page = new Page(device, onto);
    }

    /**
     * The parameter that is touched next goes in a form, and nothing is made of it.
     *
     * @throws EditRefused if somebody learns in another browser
     */
    public synchronized void pick() {
        if (on && !maker.equals(Maker.now())) {
            throw EditRefused.invalid(
                    "", "", "Somebody learns in another browser just now; type the parameter, or pick it");
        }
        on(true);
        picking = true;
    }

    private void pick(Ref.ToParameter touched) {
        if (touched != null) {
            on(false);
            picked = touched.key();
        }
    }

    /** Whether what is touched goes on this page. */
    public synchronized boolean listensFor(String device, String onto) {
        return on && new Page(device, onto).equals(page);
    }

    /** Where Learn stands. */
    public synchronized Status status() {
        return new Status(
                on,
                control == null ? "" : names.words(control),
                parameter == null ? "" : names.words(parameter),
                done,
                mapping,
                refused,
                page == null ? "" : pageName(),
                picking,
                picked,
                others);
    }

    private String pageName() {
        return names.device(page.device()).stream()
                .flatMap(device -> device.profile().choices().parameterPages().stream())
                .filter(p -> p.id().equals(page.page()))
                .map(ParameterPage::name)
                .findFirst()
                .orElse("");
    }

    /** A parameter was touched on a page; true if that changed where Learn stands. */
    public synchronized boolean touched(Ref.ToParameter ref) {
        if (!on || names.parameter(ref).filter(Parameter::settable).isEmpty()) {
            return false;
        }
        if (page != null) {
            putOnPage(ref);
            return true;
        }
        if (picking) {
            pick(ref);
            return true;
        }
        parameter = ref;
        pair();
        return true;
    }

    /** A control was touched on a page; true if that changed where Learn stands. */
    public synchronized boolean touched(Ref.ToControl ref) {
        if (!on || page != null || picking || names.dimension(ref).isEmpty()) {
            return false;
        }
        control = ref;
        pair();
        return true;
    }

    /** Takes a trace; true if that changed where Learn stands. */
    synchronized boolean take(Trace trace) {
        long nanos = trace.event().nanos();
        now = nanos;
        meant.take(trace, on);
        LayersTurned turned = trace.first(LayersTurned.class);
        stack = turned == null ? stack : turned.stack();
        if (!on) {
            return false;
        }
        Ref.ToControl clearly = meant.control();
        Ref.ToParameter toldOf = meant.parameter();
        if (picking) {
            pick(toldOf);
            return toldOf != null;
        }
        if (page != null) {
            return toldOf != null && putOnPage(toldOf);
        }
        Ref.ToControl moved = unlessPaired(clearly, nanos);
        Ref.ToParameter told = unlessPaired(toldOf, nanos);
        movedLately(moved, nanos);
        movedLately(told, nanos);
        if (moved != null && !moved.equals(control)) {
            control = moved;
        } else if (told != null && !told.equals(parameter)) {
            parameter = told;
        } else {
            return false;
        }
        done = "";
        pair();
        return true;
    }

    private void movedLately(Ref ref, long nanos) {
        if (ref != null) {
            lately.remove(ref);
            lately.put(ref, nanos);
        }
    }

    /** What was just paired and still moves under the hand begins no new pair. */
    private <T extends Ref> T unlessPaired(T touched, long nanos) {
        Long before = touched == null ? null : paired.get(touched);
        if (before == null || nanos - before >= REST_NANOS) {
            return touched;
        }
        paired.put(touched, nanos);
        meant.beginAnew(touched);
        return null;
    }

    /** False if it is there already. */
    private boolean putOnPage(Ref.ToParameter touched) {
        Page onto = page;
        meant.beginAnew(touched);
        if (!touched.device().equals(onto.device())) {
            return false;
        }
        try (Maker.Work work = Maker.as(maker)) {
            keeper.commit(rig -> {
                Device device = rig.ownDevice(onto.device()).orElseThrow();
                List<ParameterPage> pages = device.profile().choices().parameterPages().stream()
                        .map(p -> p.id().equals(onto.page()) ? with(p, touched.parameter()) : p)
                        .toList();
                return Edit.change(
                        names.words(touched) + " on a page of " + device.name(),
                        new Part.OfDevice(device),
                        new Part.OfDevice(device.with(
                                device.profile().with(device.profile().choices().withParameterPages(pages)))));
            });
            done = names.words(touched);
            refused = "";
            return true;
        } catch (EditRefused | Mistake e) {
            return false; // it moves on, and is on the page already
        }
    }

    private static ParameterPage with(ParameterPage page, String parameter) {
        List<ParameterPage.Entry> entries = new ArrayList<>(page.entries());
        entries.add(new ParameterPage.Entry(parameter, ""));
        return page.with(entries);
    }

    private void pair() {
        if (control == null || parameter == null) {
            return;
        }
        others = others();
        try (Maker.Work work = Maker.as(maker)) {
            Edit edit = keeper.commit(rig -> edit(rig, control, parameter));
            done = edit.label();
            mapping = edit.changes().get(0).id();
            refused = "";
        } catch (EditRefused e) {
            done = "";
            mapping = "";
            refused = e.getMessage();
        }
        paired.clear();
        paired.put(control, now);
        paired.put(parameter, now);
        control = null;
        parameter = null;
        meant.beginAnew();
    }

    /** What else moved lately, the newest first; then the same through the foci that lie over it. */
    private List<Other> others() {
        List<Other> found = new ArrayList<>();
        List<Map.Entry<Ref, Long>> newest = new ArrayList<>(lately.entrySet());
        Collections.reverse(newest);
        for (Map.Entry<Ref, Long> entry : newest) {
            boolean isHalf = entry.getKey().equals(control) || entry.getKey().equals(parameter);
            if (!isHalf && now - entry.getValue() < LATELY_NANOS && found.size() < MOST_OTHERS) {
                found.add(new Other(
                        entry.getKey().key(), names.words(entry.getKey()), entry.getKey() instanceof Ref.ToControl));
            }
        }
        Through.meaning(parameter, names, values::under).stream()
                .limit(MOST_OTHERS)
                .forEach(through -> found.add(new Other(through.ref().key(), through.words(), false)));
        return List.copyOf(found);
    }

    /**
     * The pair just made was meant otherwise: its mapping is made of another control or parameter, as one edit that undo takes back.
     *
     * @param key of one of the {@link Status#others}
     * @throws EditRefused if there is nothing to change, or such a mapping is there already
     */
    public synchronized void instead(String key) {
        Other other = others.stream()
                .filter(o -> o.key().equals(key))
                .findFirst()
                .orElseThrow(
                        () -> EditRefused.invalid("", "", "What was learned last has moved on; look at it on Map"));
        Edit edit = keeper.commit(rig -> {
            Mapping before = rig.mapping(mapping)
                    .orElseThrow(() -> EditRefused.invalid("", "", "The mapping is not there any more"));
            Ref.ToControl moved = other.isControl() ? Ref.ToControl.of(key).orElseThrow() : before.trigger();
            Ref.ToParameter target = other.isControl()
                    ? before.targets().get(0)
                    : Ref.ToParameter.of(key).orElseThrow();
            Mapping after = new MappingCopier(rig).pair(before.id(), before.layers(), moved, target);
            return Edit.change(
                    "Map " + after.cause(names) + " to " + names.words(target),
                    new Part.OfMapping(before),
                    new Part.OfMapping(after));
        });
        done = edit.label();
        others = List.of();
    }

    private Edit edit(Rig rig, Ref.ToControl moved, Ref.ToParameter target) {
        List<String> top =
                stack.isEmpty() || rig.layer(stack.get(stack.size() - 1)).isEmpty()
                        ? List.of()
                        : List.of(stack.get(stack.size() - 1));
        Mapping made = new MappingCopier(rig).pair(rig.freeId("m"), top, moved, target);
        return Edit.add("Map " + made.cause(names) + " to " + names.words(target), new Part.OfMapping(made));
    }
}
