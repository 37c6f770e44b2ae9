package orchard.app.web;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import orchard.app.live.EngineRoom;
import orchard.app.live.Names;
import orchard.app.live.Unheard;
import orchard.app.live.Values;
import orchard.app.store.RigKeeper;
import orchard.gear.Device;
import orchard.gear.Layer;
import orchard.gear.PageGroup;
import orchard.mistake.Mistake;
import orchard.parameter.Typed;
import orchard.rig.Edit;
import orchard.rig.EditRefused;
import orchard.rig.Part;
import orchard.rig.Rig;
import org.springframework.http.ResponseEntity;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;

/** Map: the layers, what they come with, and which of them are on. */
@Controller
class LayersPage {

    /** What a layer comes with that others make together. */
    private static final String TOGETHER = "together";

    /** In the place of a group of controls, for a channel; no group has such an id. */
    private static final String CHANNEL = "#";

    private static final String BETWEEN = "|";

    private final RigKeeper keeper;
    private final EngineRoom engine;
    private final Names names;
    private final Values values;
    private final Unheard unheard;

    LayersPage(RigKeeper keeper, EngineRoom engine, Names names, Values values, Unheard unheard) {
        this.unheard = unheard;
        this.keeper = keeper;
        this.engine = engine;
        this.names = names;
        this.values = values;
    }

    /**
     * A layer with the revision it is shown at.
     *
     * @param comes what it comes with, as the form has it
     * @param count how many mappings live in it
     */
    record Listed(Layer layer, LayerView view, long seen, String comes, long count) {}

    @GetMapping("/map/layers")
    String page(Model model) {
        Rig rig = keeper.rig();
        List<LayerView> views = LayerView.of(rig, names, values);
        model.addAttribute(
                "layers",
                rig.layers().stream().map(layer -> listed(layer, views, rig)).toList());
        model.addAttribute("signs", Layer.Sign.values());
        model.addAttribute("comings", comings(rig));
        model.addAttribute("spares", spares(rig));
        model.addAttribute(
                "groups",
                rig.layers().stream()
                        .map(Layer::group)
                        .filter(group -> !group.isEmpty())
                        .distinct()
                        .toList());
        model.addAttribute("stack", views);
        return "layers/page";
    }

    private Listed listed(Layer layer, List<LayerView> views, Rig rig) {
        String comes = layer.channel() != null
                ? key(layer.channel().device(), CHANNEL, layer.channel().channel())
                : layer.page() != null
                        ? key(
                                layer.page().device(),
                                layer.page().group(),
                                layer.page().number())
                        : layer.together().isEmpty() ? "" : TOGETHER;
        return new Listed(
                layer,
                views.stream()
                        .filter(view -> view.id().equals(layer.id()))
                        .findFirst()
                        .orElseThrow(),
                keeper.revision(layer.id()),
                comes,
                rig.mappings().stream()
                        .filter(mapping -> mapping.layers().contains(layer.id()))
                        .count());
    }

    private static String key(String device, String group, int number) {
        return device + BETWEEN + group + BETWEEN + number;
    }

    /** What a layer may come with, by the value of its choice. */
    private static Map<String, String> comings(Rig rig) {
        Map<String, String> comings = new LinkedHashMap<>();
        comings.put("", "when it is switched");
        comings.put(TOGETHER, "while these are on together");
        for (Device device : rig.gear()) {
            for (PageGroup group : device.profile().traits().pages()) {
                for (int number = 1; number <= group.names().size(); number++) {
                    comings.put(
                            key(device.id(), group.id(), number),
                            "while " + LayerView.title(group, number) + " of " + device.name() + " is open");
                }
            }
        }
        rig.layers().stream()
                .map(Layer::channel)
                .filter(Objects::nonNull)
                .forEach(channel -> comings.put(
                        key(channel.device(), CHANNEL, channel.channel()),
                        "while %s speaks on channel %d"
                                .formatted(
                                        rig.device(channel.device())
                                                .map(Device::name)
                                                .orElse("a missing device"),
                                        channel.channel())));
        return comings;
    }

    /** A channel on which a device was heard lately and none of its controls is. */
    record Spare(Device device, int channel) {}

    private List<Spare> spares(Rig rig) {
        return rig.gear().stream()
                .flatMap(device -> unheard.spareChannels(device).stream()
                        .filter(channel -> rig.layers().stream()
                                .noneMatch(layer -> new Layer.OfChannel(device.id(), channel).equals(layer.channel())))
                        .map(channel -> new Spare(device, channel)))
                .toList();
    }

    /** A channel of a device stands for a layer of its own from now on. */
    @PostMapping("/map/layers/channel")
    ResponseEntity<Void> channel(@RequestParam String device, @RequestParam int channel) {
        keeper.commit(rig -> {
            Device of = rig.device(device).orElseThrow(Replies::gone);
            if (!spares(rig).contains(new Spare(of, channel))) {
                throw EditRefused.invalid(
                        device,
                        "channel",
                        of.name() + " did not speak on channel " + channel
                                + " as it does on its own, or that channel stands for something already");
            }
            try {
                Layer layer = new Layer(
                        rig.freeId("layer"),
                        of.name() + ", channel " + channel,
                        sign(rig),
                        "",
                        false,
                        List.of(),
                        null,
                        new Layer.OfChannel(device, channel));
                return Edit.add("Add the layer " + layer.name(), new Part.OfLayer(layer));
            } catch (Mistake mistake) {
                throw EditRefused.invalid(device, mistake.field(), mistake.getMessage());
            }
        });
        return Replies.go("/map/layers");
    }

    /** The pattern that comes next. */
    private static Layer.Sign sign(Rig rig) {
        Layer.Sign[] signs = Layer.Sign.values();
        return signs[rig.layers().size() % signs.length];
    }

    @PostMapping("/map/layers")
    ResponseEntity<Void> add(@RequestParam String name) {
        keeper.commit(rig -> {
            Layer layer = new Layer(rig.freeId("layer"), name.strip(), sign(rig));
            return Edit.add("Add the layer " + layer.name(), new Part.OfLayer(layer));
        });
        return Replies.go("/map/layers");
    }

    @PostMapping("/map/layers/{id}")
    ResponseEntity<Void> change(
            @PathVariable String id,
            @RequestParam long seen,
            @RequestParam String name,
            @RequestParam String sign,
            @RequestParam(defaultValue = "") String group,
            @RequestParam(defaultValue = "false") boolean blocks,
            @RequestParam(defaultValue = "") String comes,
            @RequestParam(name = "with", defaultValue = "") List<String> together) {
        keeper.commit(id, seen, rig -> {
            Layer before = layer(rig, id);
            boolean keepsChannel = before.channel() != null
                    && comes.equals(key(
                            before.channel().device(), CHANNEL, before.channel().channel()));
            Layer.OfChannel channel = keepsChannel ? before.channel() : null;
            try {
                Layer after = new Layer(
                        id,
                        name.strip(),
                        Typed.of("sign", sign).oneOf("sign", Layer.Sign.class),
                        group,
                        blocks,
                        comes.equals(TOGETHER) ? together(rig, together) : List.of(),
                        comes.isEmpty() || comes.equals(TOGETHER) || channel != null ? null : page(rig, comes),
                        channel);
                return Edit.change(
                        "Change the layer " + before.name(), new Part.OfLayer(before), new Part.OfLayer(after));
            } catch (Mistake mistake) {
                throw EditRefused.invalid(id, mistake.field(), mistake.getMessage());
            }
        });
        return Replies.go("/map/layers");
    }

    private static List<String> together(Rig rig, List<String> chosen) {
        List<String> layers =
                chosen.stream().filter(one -> rig.layer(one).isPresent()).toList();
        if (layers.size() < 2) {
            throw new Mistake("with", "choose two or more layers that make this one together");
        }
        return layers;
    }

    private static Layer.OfPage page(Rig rig, String comes) {
        if (!comings(rig).containsKey(comes)) {
            throw new Mistake("comes", "choose what it comes with from the list");
        }
        List<String> parts = new ArrayList<>(List.of(comes.split("\\|")));
        return new Layer.OfPage(parts.get(0), parts.get(1), Integer.parseInt(parts.get(2)));
    }

    @PostMapping("/map/layers/{id}/delete")
    ResponseEntity<Void> delete(@PathVariable String id, @RequestParam long seen) {
        Edit made = keeper.commit(id, seen, rig -> {
            Layer layer = layer(rig, id);
            return Edit.remove("Delete the layer " + layer.name(), new Part.OfLayer(layer));
        });
        return Replies.deleted("/map/layers", made);
    }

    private static Layer layer(Rig rig, String id) {
        return rig.layer(id).orElseThrow(Replies::gone);
    }

    /** How the layers lie right now, for a page that is open. */
    @GetMapping("/layers/stack")
    String stack(Model model) {
        model.addAttribute("stack", LayerView.of(keeper.rig(), names, values));
        return "fragments/stack :: stack";
    }

    /** Turns a layer on or off, from any page. */
    @PostMapping("/layers/{id}/turn")
    ResponseEntity<Void> turn(@PathVariable String id, @RequestParam boolean on) {
        layer(keeper.rig(), id);
        engine.turn(id, on);
        return ResponseEntity.noContent().build();
    }

    /**
     * Silences a mapping, a layer or a device, or lets it act again.
     *
     * @param id of it; "" for: everything acts again
     * @param alone whether it is tried alone instead, or no longer
     */
    @PostMapping("/silence")
    ResponseEntity<Void> silence(
            @RequestParam(defaultValue = "") String id,
            @RequestParam(defaultValue = "false") boolean alone,
            @RequestParam(defaultValue = "false") boolean on) {
        if (!id.isEmpty() && keeper.rig().part(id).isEmpty()) {
            throw Replies.gone();
        }
        engine.silence(id, alone, on);
        return ResponseEntity.noContent().build();
    }
}
