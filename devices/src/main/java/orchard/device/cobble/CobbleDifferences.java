package orchard.device.cobble;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.IntStream;
import orchard.gear.Feel;
import orchard.memory.MemoryFormat.Difference;
import orchard.memory.MemoryImage;

/** Where two programmes of a Cobble differ, in words. */
final class CobbleDifferences {

    private final MemoryImage rig;
    private final MemoryImage device;

    CobbleDifferences(MemoryImage rig, MemoryImage device) {
        this.rig = rig;
        this.device = device;
    }

    /** All of them, from the settings to the last page. */
    List<Difference> all() {
        List<Difference> differences = new ArrayList<>();
        settings(rig.block(0), device.block(0), differences);
        List<String> keys = new ArrayList<>();
        CobbleMemory.keyIds()
                .forEach(id -> keys.add(id.replace("page", "Page key ").replace("side", "Side button ")));
        keys.add("Crossfader");
        keys.add("Crossfader, touch");
        for (int i = 0; i < keys.size(); i++) {
            compare(
                    keys.get(i),
                    i == keys.size() - 2 ? "position" : "gate",
                    rig.block(1),
                    device.block(1),
                    i * CobbleEntry.BYTES,
                    differences);
        }
        for (int page = 1; page <= Math.max(rig.block(0)[0], device.block(0)[0]); page++) {
            byte[] mine = page(rig, 0, page);
            byte[] theirs = page(device, 0, page);
            onlyOne("Pads, page " + page, mine, theirs, differences);
            for (int pad = 0; pad < CobbleMemory.PADS && mine != null && theirs != null; pad++) {
                for (int i = 0; i < CobbleMemory.OF_PAD.length; i++) {
                    String where = "Pad %d, %s%s"
                            .formatted(
                                    pad + 1, i == 0 ? "hit" : CobbleMemory.OF_PAD[i], page > 1 ? ", page " + page : "");
                    compare(
                            where,
                            CobbleMemory.OF_PAD[i],
                            mine,
                            theirs,
                            (pad * CobbleMemory.OF_PAD.length + i) * CobbleEntry.BYTES,
                            differences);
                }
            }
        }
        for (int page = 1; page <= Math.max(rig.block(0)[1], device.block(0)[1]); page++) {
            byte[] mine = page(rig, 1, page);
            byte[] theirs = page(device, 1, page);
            onlyOne("Knobs, page " + page, mine, theirs, differences);
            for (int knob = 0; knob < CobbleMemory.KNOBS && mine != null && theirs != null; knob++) {
                String where = "Knob %d%s".formatted(knob + 1, page > 1 ? ", page " + page : "");
                compare(where, "turn", mine, theirs, knob * CobbleEntry.BYTES, differences);
            }
        }
        return differences;
    }

    private static void onlyOne(String where, byte[] mine, byte[] theirs, List<Difference> differences) {
        if (mine == null || theirs == null) {
            differences.add(new Difference(where, mine == null ? "none" : "there", theirs == null ? "none" : "there"));
        }
    }

    private static byte[] page(MemoryImage programme, int group, int page) {
        byte[] settings = programme.block(0);
        return page > settings[group] ? null : programme.block(1 + page + (group == 0 ? 0 : settings[0]));
    }

    private static void settings(byte[] rig, byte[] device, List<Difference> differences) {
        words(rig).forEach((where, mine) -> {
            String theirs = words(device).get(where);
            if (!mine.equals(theirs)) {
                differences.add(new Difference(where, mine, theirs));
            }
        });
    }

    private static Map<String, String> words(byte[] settings) {
        Map<String, String> words = new LinkedHashMap<>();
        words.put("Pad pages", String.valueOf(settings[0]));
        words.put("Knob pages", String.valueOf(settings[1]));
        List<Integer> points =
                IntStream.range(3, 8).mapToObj(i -> (int) settings[i]).toList();
        Feel.Curve curve = Feel.Curve.of(points);
        words.put("Velocity curve", curve.name().equals("own") ? "own " + points : curve.name());
        words.put("Sensitivity of pads", (settings[8] << 7 | settings[9]) + " %");
        words.put("Sensitivity of knobs", (settings[10] << 7 | settings[11]) + " %");
        for (int i = 0; i < CobbleMemory.LIT.size(); i++) {
            words.put(
                    "Lights of " + CobbleMemory.LIT.get(i).words() + "s",
                    (settings[12] & 1 << i) != 0 ? "by the device" : "by Orchard");
        }
        words.put("Brightness", settings[13] + " %");
        return words;
    }

    private static void compare(
            String where, String name, byte[] mine, byte[] theirs, int at, List<Difference> differences) {
        if (!Arrays.equals(mine, at, at + CobbleEntry.BYTES, theirs, at, at + CobbleEntry.BYTES)) {
            differences.add(
                    new Difference(where, CobbleEntry.words(name, mine, at), CobbleEntry.words(name, theirs, at)));
        }
    }
}
