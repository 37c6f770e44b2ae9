package orchard.app.web;

import java.util.List;
import java.util.Optional;
import java.util.function.BiFunction;
import orchard.action.Action;
import orchard.action.SetParameter;
import orchard.app.live.Names;
import orchard.app.store.RigKeeper;
import orchard.mapping.Mapping;
import orchard.mistake.Mistake;
import orchard.parameter.Parameter;
import orchard.rig.Edit;
import orchard.rig.EditRefused;
import orchard.rig.Part;
import orchard.rig.Rig;
import orchard.shape.Shape;
import org.springframework.http.ResponseEntity;
import org.springframework.stereotype.Component;

/** Makes edits of one mapping: all go through here, so that all are labelled, checked and answered alike. */
@Component
class MappingEdits {

    private final RigKeeper keeper;
    private final Names names;

    MappingEdits(RigKeeper keeper, Names names) {
        this.keeper = keeper;
        this.names = names;
    }

    /** What becomes of a mapping; what it cannot become it says by {@link Mistake}. */
    interface Changing {
        Mapping change(Rig rig, Mapping before);
    }

    /** Changes a mapping and leads back to it. */
    ResponseEntity<Void> change(String id, long seen, String label, Changing changing) {
        return change(id, seen, label, "", changing);
    }

    /** @param view what the page shows of it next, as {@code &stage=2} */
    ResponseEntity<Void> change(String id, long seen, String label, String view, Changing changing) {
        CaseOf of = CaseOf.of(id);
        keeper.commit(of.mapping(), seen, rig -> {
            Mapping before = rig.mapping(of.mapping()).orElseThrow(Replies::gone);
            Mapping after;
            try {
                after = before.with(of.branch(), changing.change(rig, of.in(before)));
            } catch (Mistake e) {
                throw EditRefused.invalid(id, "", sentence(e.getMessage()));
            }
            return Edit.change(
                    label + "“" + shortly(before) + "”", new Part.OfMapping(before), new Part.OfMapping(after));
        });
        return Replies.go("/map?mapping=" + Replies.query(of.mapping())
                + (of.branch() == 0 ? "" : "&case=" + of.branch()) + view);
    }

    /** Changes a mapping as a whole, whatever case of it is looked at, and leads back to one of its cases. */
    ResponseEntity<Void> changeWhole(String id, long seen, String label, int next, Changing changing) {
        String mapping = CaseOf.of(id).mapping();
        keeper.commit(mapping, seen, rig -> {
            Mapping before = rig.mapping(mapping).orElseThrow(Replies::gone);
            try {
                return Edit.change(
                        label + "“" + shortly(before) + "”",
                        new Part.OfMapping(before),
                        new Part.OfMapping(changing.change(rig, before)));
            } catch (Mistake e) {
                throw EditRefused.invalid(mapping, "", sentence(e.getMessage()));
            }
        });
        return Replies.go("/map?mapping=" + Replies.query(mapping) + (next == 0 ? "" : "&case=" + next));
    }

    /** A mapping as an address says it: with one of its cases alone. */
    Mapping mapping(String id) {
        CaseOf of = CaseOf.of(id);
        return of.in(keeper.rig().mapping(of.mapping()).orElseThrow(Replies::gone));
    }

    /** Adds others made from a mapping, in one edit. */
    ResponseEntity<Void> add(
            String id,
            long seen,
            BiFunction<Rig, Mapping, String> label,
            BiFunction<Rig, Mapping, List<Mapping>> made) {
        CaseOf of = CaseOf.of(id);
        keeper.commit(of.mapping(), seen, rig -> {
            Mapping mapping = rig.mapping(of.mapping()).orElseThrow(Replies::gone);
            return new Edit(
                    label.apply(rig, mapping),
                    made.apply(rig, mapping).stream()
                            .map(each -> new Edit.Change(null, new Part.OfMapping(each)))
                            .toList());
        });
        return Replies.go("/map?mapping=" + Replies.query(of.mapping()));
    }

    /** Takes a mapping away. */
    ResponseEntity<Void> delete(String id, long seen) {
        String whole = CaseOf.of(id).mapping();
        Edit made = keeper.commit(whole, seen, rig -> {
            Mapping mapping = rig.mapping(whole).orElseThrow(Replies::gone);
            return Edit.remove("Delete “" + shortly(mapping) + "”", new Part.OfMapping(mapping));
        });
        return Replies.deleted("/map", made);
    }

    /** The parameter that an action's stages are for; of the shape of them all the first. */
    static Parameter parameter(Rig rig, Mapping mapping, int action, String field) {
        shape(mapping, action);
        return (action < 0
                        ? mapping.target()
                        : Optional.ofNullable(
                                mapping.actions().onPress().get(action).parameter()))
                .flatMap(rig::parameter)
                .orElseThrow(() -> EditRefused.invalid(
                        mapping.id(), field, "The parameter is not there any more; choose one first."));
    }

    /**
     * The stages of an action, or those before all of them for −1.
     *
     * @throws Mistake if there is no such action, or it does not follow the control
     */
    static Shape shape(Mapping mapping, int action) {
        if (action == -1) {
            return mapping.shape();
        }
        List<Action> actions = mapping.actions().onPress();
        if (action >= 0 && action < actions.size() && actions.get(action) instanceof SetParameter set) {
            return set.own();
        }
        throw new Mistake("what these stages belong to is not there any more");
    }

    private String shortly(Mapping mapping) {
        return mapping.cause(names)
                + mapping.target().map(target -> " → " + names.words(target)).orElse("");
    }

    private static String sentence(String message) {
        return message == null || message.isEmpty()
                ? "That cannot be"
                : Character.toUpperCase(message.charAt(0)) + message.substring(1);
    }
}
