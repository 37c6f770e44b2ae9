package orchard.engine;

import orchard.engine.Plan.ActionPlan;
import orchard.engine.Plan.PresetPlan;
import orchard.gear.Preset;
import orchard.outcome.PresetRecalled;
import orchard.outcome.Refused;

/** Presets that are recalled. */
final class Presets {

    private final Cycle cycle;
    private final Parameters parameters;
    private final Pages pages;
    private final Dumps dumps;

    Presets(Cycle cycle, Parameters parameters, Pages pages, Dumps dumps) {
        this.dumps = dumps;
        this.cycle = cycle;
        this.parameters = parameters;
        this.pages = pages;
    }

    /** The preset so many places on from the one that was recalled last; by 0 the only one. */
    void recall(ActionPlan plan, int by) {
        int[] among = plan.among();
        int number = among.length == 0
                ? 0
                : by == 0
                        ? among[0]
                        : plan.selector()
                                .selector()
                                .onward(among, plan.selector().state().at, by);
        if (number == 0) {
            cycle.note(new Refused("There is no such preset"));
        } else {
            recall(plan.presets()[number - 1]);
        }
    }

    /** Sets everything a preset has, as one dump where its device takes that, else in its order, and opens its page. */
    void recall(PresetPlan preset) {
        Preset what = preset.preset();
        if (!preset.device().present) {
            cycle.note(new Refused("The preset “" + what.name() + "” cannot be recalled: its device is not there"));
            return;
        }
        preset.recalled().current = what.id();
        preset.recalled().at = preset.number();
        cycle.note(new PresetRecalled(what.device(), what.id()));
        if (!dumps.tell(preset.device(), preset.parameters(), preset.positions())) {
            for (int i = 0; i < preset.parameters().length; i++) {
                parameters.set(preset.parameters()[i], preset.positions()[i]);
            }
        }
        if (preset.page() > 0) {
            pages.turnTo(preset.pages(), preset.page());
        }
    }
}
