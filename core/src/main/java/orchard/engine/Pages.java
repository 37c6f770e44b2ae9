package orchard.engine;

import orchard.action.OpenPage;
import orchard.engine.Plan.ActionPlan;
import orchard.engine.Plan.SelectorPlan;
import orchard.outcome.PageOpened;
import orchard.outcome.Refused;

/** Pages that are turned, of controls and of parameters. */
final class Pages {

    private final State engine;
    private final Cycle cycle;
    private final Lights lights;
    private final Layers layers;

    Pages(State engine, Cycle cycle, Lights lights, Layers layers) {
        this.engine = engine;
        this.cycle = cycle;
        this.lights = lights;
        this.layers = layers;
    }

    /** Opens the page an action names, or goes on by some. */
    void turn(ActionPlan plan, OpenPage open, int by) {
        SelectorPlan pages = plan.selector();
        int page = pages == null
                ? 0
                : open.page().isEmpty()
                        ? pages.selector().onward(plan.among(), pages.state().at, by)
                        : pages.selector().number(open.page());
        if (page > 0) {
            turnTo(pages, page);
        } else {
            cycle.note(new Refused("There is no such page"));
        }
    }

    /** Another page lies under its controls from now on. */
    void turnTo(SelectorPlan pages, int page) {
        State.OfSelector state = pages.state();
        if (state.at != page) {
            String left = state.current;
            state.at = page;
            state.current = pages.selector().id(page);
            Triggers.songTurned(engine, state, left, state.current);
            state.turns++;
            found(pages);
        }
    }

    /** The page that is open is another one, or is found at another number. */
    void found(SelectorPlan pages) {
        cycle.note(new PageOpened(pages.selector().owner(), pages.state().at));
        lights.turned(pages.state());
        layers.turned(pages.state());
    }
}
