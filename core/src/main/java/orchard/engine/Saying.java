package orchard.engine;

import java.util.List;
import orchard.action.Filling;
import orchard.action.SayMessage;
import orchard.form.MessageForm;
import orchard.gear.Ref;
import orchard.mapping.Fault;
import orchard.mapping.Mapping;
import orchard.mistake.Mistake;
import orchard.parameter.Parameter;
import orchard.rig.Rig;
import orchard.shape.Expression;
import orchard.signal.Message;

/**
 * A message that is said, ready to be filled.
 *
 * @param places what stands in each place that has a name, in the order of the form's names
 */
record Saying(MessageForm form, List<Place> places) {

    /**
     * What stands in a place.
     *
     * @param address the parameter it comes from, or null
     * @param by the formula, or null
     * @param names what the formula knows by name
     * @param ends of the place
     * @param free whether the place has no ends: then a parameter is said in its own unit
     */
    record Place(
            String name,
            State.OfAddress address,
            Expression by,
            List<String> names,
            double[] ends,
            boolean free,
            boolean text) {

        Object value(double strength, Heard heard) {
            State.OfParameter now = address == null ? null : address.now;
            double position = now == null ? Double.NaN : now.position;
            if (address != null && Double.isNaN(position)) {
                throw new Mistake("what “" + name + "” comes from is not known");
            }
            Parameter parameter = now == null ? null : now.parameter;
            if (by != null) {
                double x = parameter == null ? strength : parameter.real(position);
                double[] numbers = new double[names.size()];
                for (int i = 0; i < numbers.length; i++) {
                    numbers[i] = heard.number(names.get(i));
                }
                return by.apply(x, names, numbers);
            }
            if (parameter == null) {
                return heard.value(name);
            } else if (text) {
                return parameter.text(position);
            }
            return free ? parameter.real(position) : ends[0] + (ends[1] - ends[0]) * position;
        }
    }

    static Saying of(SayMessage action, Mapping mapping, Rig rig, Cells cells) {
        List<String> heard = mapping == null ? List.of() : Fault.heard(mapping);
        return new Saying(
                action.form(),
                action.form().names().stream()
                        .map(name -> place(action, name, heard, rig, cells))
                        .toList());
    }

    private static Place place(SayMessage action, String name, List<String> heard, Rig rig, Cells cells) {
        Filling filling = action.filling(name);
        boolean isOfParameter = !filling.parameter().equals(Ref.ToParameter.NONE);
        return new Place(
                name,
                isOfParameter ? cells.address(filling.parameter(), rig) : null,
                filling.by().isEmpty() ? null : Expression.of(filling.by(), heard),
                heard,
                action.form().ends(name),
                !action.form().isMidi(),
                action.form().isText(name));
    }

    /**
     * The message.
     *
     * @param strength the value that set it off, 0..1
     * @throws Mistake where something it needs is not known, or comes to no number
     */
    Message message(double strength, Heard heard) {
        Object[] values = new Object[places.size()];
        for (int i = 0; i < values.length; i++) {
            values[i] = places.get(i).value(strength, heard);
        }
        return form.message(values);
    }
}
