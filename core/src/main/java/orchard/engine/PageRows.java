package orchard.engine;

import java.util.ArrayList;
import java.util.List;
import orchard.action.SetOfPage;
import orchard.engine.Plan.Place;
import orchard.engine.Plan.SelectorPlan;
import orchard.gear.Device;
import orchard.gear.ParameterPage;
import orchard.gear.Ref;
import orchard.mapping.Mapping;
import orchard.parameter.Parameter;
import orchard.rig.Rig;

/** Finds what lies under rows of controls, page by page. */
final class PageRows {

    /** A parameter of a mapping that lies under a row of controls, on one of its device's pages. */
    record Laid(Ref.ToParameter parameter, ParameterPage.Entry entry, Place place, SelectorPlan pages) {}

    private final Cells cells;

    PageRows(Cells cells) {
        this.cells = cells;
    }

    /** Everything that lies under the controls of a mapping by a {@link SetOfPage}, page by page. */
    List<Laid> laid(Rig rig, Mapping mapping, SetOfPage row) {
        Device device = rig.device(row.device()).orElseThrow();
        SelectorPlan pages = cells.parameterPages(device);
        List<Ref.ToControl> controls = mapping.when().triggers();
        List<Laid> laid = new ArrayList<>();
        List<ParameterPage> all = device.profile().choices().parameterPages();
        for (int page = 0; page < all.size(); page++) {
            List<ParameterPage.Entry> entries = all.get(page).entries();
            for (int i = 0; i < Math.min(entries.size(), controls.size()); i++) {
                Ref.ToParameter parameter =
                        new Ref.ToParameter(device.id(), entries.get(i).parameter());
                if (rig.parameter(parameter).filter(Parameter::settable).isPresent()) {
                    Place place = new Place(pages.state(), page + 1, controls.get(i));
                    laid.add(new Laid(parameter, entries.get(i), place, pages));
                }
            }
        }
        return laid;
    }
}
