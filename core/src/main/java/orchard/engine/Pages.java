package orchard.engine;

import java.util.Arrays;
import orchard.action.OpenPage;
import orchard.engine.Plan.ActionPlan;
import orchard.engine.Plan.GroupPlan;
import orchard.outcome.PageOpened;
import orchard.outcome.Refused;

/** Pages that are turned, of controls and of parameters. */
final class Pages {

    private final Turn turn;
    private final Lights lights;

    Pages(Turn turn, Lights lights) {
        this.turn = turn;
        this.lights = lights;
    }

    /** Opens the page an action names, or goes on by some. */
    void turn(ActionPlan plan, OpenPage open, int by) {
        GroupPlan group = plan.pages();
        int page = open.page().isEmpty()
                ? onward(plan.among(), group.state().open, by)
                : group.group().keys().indexOf(open.page()) + 1;
        if (page > 0) {
            turnTo(group, page);
        } else {
            turn.note(new Refused("There is no such page"));
        }
    }

    /** Another page lies under its controls from now on. */
    void turnTo(GroupPlan group, int page) {
        State.OfPages pages = group.state();
        if (pages.open != page) {
            pages.open = page;
            pages.turns++;
            turn.note(new PageOpened(group.device(), group.group().id(), page));
            lights.turned(pages);
        }
    }

    /** The number so many places on from one of these, or from where it would stand among them; 0 if there are none. */
    private static int onward(int[] among, int from, int by) {
        if (among.length == 0) {
            return 0;
        }
        int at = Arrays.binarySearch(among, from);
        int place = at >= 0 ? at + by : -at - 1 + (by > 0 ? by - 1 : by);
        return among[Math.floorMod(place, among.length)];
    }
}
