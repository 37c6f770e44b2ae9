package orchard.engine;

import java.util.ArrayDeque;
import java.util.Arrays;
import java.util.Comparator;
import java.util.PriorityQueue;
import orchard.engine.Plan.AnswerPlan;
import orchard.engine.Plan.LightPlan;
import orchard.engine.Plan.MappingPlan;
import orchard.signal.Message;
import orchard.signal.MidiJoiner;

/** All that changes in core. Owned by the engine's thread; NaN and null mean “not known”. */
final class State {

    /** Position of each control's dimension, 0..1. */
    double[] controlPosition = {};
    /** The number last heard from each, for those that count without end. */
    double[] controlNumber = {};
    /** Who took the press of each control that is down; the release is theirs. */
    MappingPlan[][] pressTaken = {};

    /** Position of each parameter, 0..1, as far as Orchard knows. */
    double[] parameterPosition = {};
    /** The device's own words for the value; null until they are told or needed. */
    String[] parameterText = {};
    /** Position Orchard last sent. */
    double[] sentPosition = {};
    /** When Orchard last sent it. */
    long[] sentNanos = {};
    /** Whether the device told that it stands where Orchard thinks; until then a message may have been lost. */
    boolean[] confirmed = {};
    /** What a device told while Orchard was still sending: taken over if it stands once the sending has stopped. */
    double[] doubtfulPosition = {};

    String[] doubtfulText = {};
    ArrayDeque<Plan.ParameterPlan> doubtful = new ArrayDeque<>();

    /** What targets, stages and actions of mappings remember; each knows where its own begins. */
    double[] memory = {};
    /** Whether what a mapping does on a press was done, and its release is to come. */
    boolean[] pressed = {};
    /** When a mapping's control was last pressed, or last stepped; NaN for never. */
    double[] pressedNanos = {};
    /** Counts the presses and releases of each mapping, so that what waits for one knows whether it still holds. */
    int[] presses = {};
    /** Mappings whose fault was told already. */
    boolean[] faultTold = {};

    /** Which answer each light should show, and what it was last told. */
    AnswerPlan[] wanted = {};

    Message[] shown = {};
    /** When each light was last told something. */
    long[] shownNanos = {};

    ArrayDeque<LightPlan> dirtyLights = new ArrayDeque<>();
    boolean[] dirty = {};

    /** Which page of each group is open, from 1. */
    int[] openPage = {};

    boolean[] present = {};
    /** The preset each device recalled last, or null. */
    String[] recalled = {};
    /** When each device was last greeted. */
    long[] greetedNanos = {};

    /** What joins the halves of a device's messages; made when first needed. */
    MidiJoiner[] joiners = {};

    /** Messages that say when they are due, the earliest first, those of one moment in the order in which they came. */
    final PriorityQueue<Dated> dated =
            new PriorityQueue<>(Comparator.comparingLong(Dated::due).thenComparingLong(Dated::order));

    long datedOrder;

    /** A message that waits. */
    record Dated(long due, long order, Event.Dated event) {}

    MidiJoiner joiner(int device) {
        if (joiners[device] == null) {
            joiners[device] = new MidiJoiner();
        }
        return joiners[device];
    }

    /** Makes room for a plan's slots; what is known stays. */
    void fit(Plan plan) {
        controlPosition = grow(controlPosition, plan.controlSlots);
        controlNumber = grow(controlNumber, plan.controlSlots);
        pressTaken = Arrays.copyOf(pressTaken, Math.max(pressTaken.length, plan.controlSlots));
        parameterPosition = grow(parameterPosition, plan.parameterSlots);
        parameterText = Arrays.copyOf(parameterText, Math.max(parameterText.length, plan.parameterSlots));
        sentPosition = grow(sentPosition, plan.parameterSlots);
        sentNanos = Arrays.copyOf(sentNanos, Math.max(sentNanos.length, plan.parameterSlots));
        confirmed = Arrays.copyOf(confirmed, Math.max(confirmed.length, plan.parameterSlots));
        doubtfulPosition = grow(doubtfulPosition, plan.parameterSlots);
        doubtfulText = Arrays.copyOf(doubtfulText, Math.max(doubtfulText.length, plan.parameterSlots));
        memory = grow(memory, plan.memory);
        pressed = Arrays.copyOf(pressed, Math.max(pressed.length, plan.mappingSlots));
        pressedNanos = grow(pressedNanos, plan.mappingSlots);
        presses = Arrays.copyOf(presses, Math.max(presses.length, plan.mappingSlots));
        faultTold = Arrays.copyOf(faultTold, Math.max(faultTold.length, plan.mappingSlots));
        wanted = Arrays.copyOf(wanted, Math.max(wanted.length, plan.lightSlots));
        shown = Arrays.copyOf(shown, Math.max(shown.length, plan.lightSlots));
        shownNanos = Arrays.copyOf(shownNanos, Math.max(shownNanos.length, plan.lightSlots));
        dirty = Arrays.copyOf(dirty, Math.max(dirty.length, plan.lightSlots));
        int groups = openPage.length;
        openPage = Arrays.copyOf(openPage, Math.max(groups, plan.pageSlots));
        Arrays.fill(openPage, groups, openPage.length, 1);
        present = Arrays.copyOf(present, Math.max(present.length, plan.deviceSlots));
        recalled = Arrays.copyOf(recalled, Math.max(recalled.length, plan.deviceSlots));
        greetedNanos = Arrays.copyOf(greetedNanos, Math.max(greetedNanos.length, plan.deviceSlots));
        joiners = Arrays.copyOf(joiners, Math.max(joiners.length, plan.deviceSlots));
    }

    private static double[] grow(double[] array, int length) {
        if (array.length >= length) {
            return array;
        }
        double[] grown = Arrays.copyOf(array, length);
        Arrays.fill(grown, array.length, length, Double.NaN);
        return grown;
    }
}
