package orchard.engine;

import orchard.engine.Plan.ActionPlan;
import orchard.engine.Plan.ForOne;
import orchard.engine.Plan.LightRule;
import orchard.engine.Plan.MappingPlan;
import orchard.engine.Plan.PageKey;
import orchard.engine.Plan.PresetPlan;
import orchard.engine.Plan.PresetRack;
import orchard.engine.Plan.Target;

/** One empty array of each kind: in a rig of thousands of mappings, what is not there should not be fetched from memory over and over. */
final class Nothing {

    static final State.OfControl[] CONTROLS = {};
    static final Plan.RoutePlan[] ROUTES = {};
    static final State.OfParameter[] PARAMETERS = {};
    static final State.OfLight[] LIGHTS = {};
    static final MappingPlan[] MAPPINGS = {};
    static final Plan.BranchPlan[] BRANCHES = {};
    static final Plan.BranchPlan[][] SINGLE = {};
    static final Target[] TARGETS = {};
    static final ActionPlan[] ACTIONS = {};

    static final ForOne[] ONES = {};
    static final Plan.Watch[] WATCHES = {};
    static final State.OfFocus[] FOCI = {};
    static final State.OfAddress[] ADDRESSES = {};
    static final State.OfLayer[] LAYERS = {};
    static final Plan.Touch[] TOUCHES = {};
    static final LightRule[] RULES = {};
    static final PresetRack[] RACKS = {};
    static final int[] NUMBERS = {};
    static final PageKey[] PAGE_KEYS = {};
    static final PresetPlan[] PRESETS = {};
    static final double[] MEMORY = {};

    private Nothing() {}
}
