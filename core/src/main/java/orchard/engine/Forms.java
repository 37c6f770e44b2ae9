package orchard.engine;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.function.BiConsumer;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import orchard.engine.Plan.Watch;
import orchard.form.FormIndex;
import orchard.form.MessageForm;
import orchard.signal.Message;
import orchard.trigger.MessageHeard;

/**
 * What messages of some form set off, looked up by whom they come from and by what is fixed in them.
 *
 * @param ofDevices by id
 * @param joins whether some are about messages that are made of several
 */
record Forms(FormIndex<Watch> ofAnybody, Map<String, FormIndex<Watch>> ofDevices, boolean joins) {

    static Forms of(Watch[] watches) {
        Map<String, List<Map.Entry<MessageForm, Watch>>> byDevice = new HashMap<>();
        List<Map.Entry<MessageForm, Watch>> any = new ArrayList<>();
        for (Watch watch : watches) {
            MessageHeard trigger = (MessageHeard) watch.trigger();
            Map.Entry<MessageForm, Watch> entry = Map.entry(trigger.form(), watch);
            if (trigger.devices().isEmpty()) {
                any.add(entry);
            }
            trigger.devices()
                    .forEach(device -> byDevice.computeIfAbsent(device, d -> new ArrayList<>())
                            .add(entry));
        }
        FormIndex<Watch> ofAnybody = new FormIndex<>(any);
        Map<String, FormIndex<Watch>> ofDevices = byDevice.entrySet().stream()
                .collect(Collectors.toUnmodifiableMap(Map.Entry::getKey, of -> new FormIndex<>(of.getValue())));
        boolean joins =
                Stream.concat(Stream.of(ofAnybody), ofDevices.values().stream()).anyMatch(FormIndex::joins);
        return new Forms(ofAnybody, ofDevices, joins);
    }

    /** Whether nothing waits for any. */
    boolean isEmpty() {
        return ofAnybody.isEmpty() && ofDevices.isEmpty();
    }

    /** Tells what a message of a device sets off. */
    void each(String device, Message message, BiConsumer<Watch, Heard> found) {
        FormIndex.Found<Watch> heard = (watch, form, values) -> found.accept(watch, new Heard(form.names(), values));
        if (!ofAnybody.isEmpty()) {
            ofAnybody.each(message, heard);
        }
        FormIndex<Watch> own = ofDevices.get(device);
        if (own != null) {
            own.each(message, heard);
        }
    }
}
