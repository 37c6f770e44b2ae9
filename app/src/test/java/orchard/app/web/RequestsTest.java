package orchard.app.web;

import static org.assertj.core.api.Assertions.assertThat;

import java.net.http.HttpResponse;
import java.util.List;
import orchard.app.harness.Client;
import orchard.app.harness.Orchard;
import orchard.app.harness.TestOrchard;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

/** Requests that no page of ours would send. */
@ExtendWith(Orchard.class)
class RequestsTest {

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "/map/gone/range|seen=0&low=1&high=2|404",
                "/map/m2/range|low=1&high=2|400",
                "/map/m2/range|seen=x&low=1&high=2|400",
                "/map/m2/range|seen=1&low=&high=|422",
                "/map/m2/when|seen=1&control=nothing|422",
                "/map/m2/do|seen=1&parameter=nothing|422",
                "/map/m2/invert|seen=0|422",
                "/map/m2/stage/add|seen=1&action=99&kind=invert|422",
                "/map/m29/stage/add|seen=1&action=1&kind=invert|422",
                "/map/m2/stage/add|seen=1&action=-1&kind=nothing|422",
                "/map/m2/stage/99|seen=1&action=-1|422",
                "/map/m2/stage/0/move|seen=1&action=-7&by=1|422",
                "/map/m2/actions|seen=1|422",
                "/map/m2/actions|seen=1&line=a&a.what=NONSENSE|422",
                "/map/m2/actions|seen=1&line=a&a.what=FOLLOW&a.parameter=wherry/nothing|422",
                "/map/m2/actions|seen=1&line=a&a.what=FOLLOW&a.parameter=wherry/track1.volume&a.when=release|422",
                "/map/m2/actions|seen=1&line=a&a.what=SET&a.parameter=wherry/track1.volume&a.other=nothing|422",
                "/map/m2/actions|seen=1&line=a&a.what=SET&a.parameter=wherry/track1.volume&a.other=Volume|422",
                "/map/m2/actions|seen=1&line=a&a.what=PAGE&a.device=peat&a.place=nothing|422",
                "/map/m2/actions|seen=1&line=a&a.what=RECALL&a.device=nothing|422",
                "/map/m2/when|seen=1&control=cobble/knob1/turn&takeover=NONSENSE|422",
                "/map/m2/actions|seen=1&line=a&a.what=SET&a.parameter=&a.value=&a.was=x&a.when=press|422",
                "/map/m2/repeat|seen=1&count=900|422",
                "/map/cobble/delete|seen=1|404",
                "/map/pairs||422",
                "/map/pairs|control=x&parameter=y|422",
                "/map/pairs|control=cobble/knob2/turn&parameter=wherry/track1.meter|422",
                "/map/pairs|control=cobble/knob99/turn&parameter=wherry/track1.pan|422",
                "/map/pairs|control=cobble/knob2/spin&parameter=wherry/track1.pan|422",
                "/map/pairs|control=cobble/knob2/turn&parameter=wherry/track99.pan|422",
                "/map/m2/recipe/nothing|seen=1|422",
                "/map/m2/recipe/two-values|seen=1&low=1 kHz&high=1 kHz|422",
                "/map/m2/recipe/row|seen=1&values=1 kHz|422",
                "/map/many/range|low=0&high=1|422",
                "/map/many/range|mapping=m2&low=1 Hz&high=2 Hz|422",
                "/map/many/range|mapping=m36&low=1&high=2|422",
                "/map/many/takeover|mapping=m2&value=LEAP|400",
                "/map/many/tag|mapping=m2&tag=|422",
                "/map/many/sensitivity|mapping=m2&value=0|422",
                "/map/many/bank|mapping=m2&page=900|422",
                "/map/many/copy|mapping=m2&from=cobble&to=nothing|422",
                "/map/presets/new|what=nothing/&name=x|404",
                "/map/presets/new|what=peat/group/nothing&name=x|422",
                "/map/presets/preset1|seen=1&name=|422",
                "/map/presets/preset99/recall||404",
                "/map/presets/preset1/lay|control=nothing|422",
                "/map/table/peat/put|seen=1&name=x&address=nothing|422",
                "/map/table/peat/put|seen=1&name=&address=/x|422",
                "/map/table/nothing/put|seen=0&name=x&address=/x|404",
                "/map/pages/peat/page99/open||404",
                "/map/pages/peat/page99/alike|seen=1|404",
                "/map/pages/peat/page1/alike|seen=1|422",
                "/map/pages/peat/bank|parameter=nothing&width=8|422",
                "/map/pages/peat/bank|parameter=nothing&width=-1|422",
                "/map/find/wherry/follow|seen=1|422",
                "/describe/cobble/takeover|seen=1&takeover=LEAP|400",
                "/connect/gull/delete|seen=99|422",
                "/connect/wherry|seen=1&name=Wherry&role=&out=nowhere|422",
                "/connect/wherry|seen=1&name=Wherry&role=a%09b&out=|422",
                "/connect/wherry|seen=1&name=Wherry&role=&out=LONGHOST:1|422",
                "/connect/add|port=midi:nothing&name=x|422",
                "/describe/cobble/touch/keep|seen=1|422",
                "/describe/cobble/knob9/name|seen=1&name=x|404",
                "/layouts|name=|422",
                "/layouts/layout1/add|seen=1&kind=SPOON|400",
                "/layouts/layout1/e2|seen=1&x=0&y=0&width=-1&height=5|422",
                "/layouts/layout1/e2|seen=1&x=2147483647&y=0&width=5&height=5|422",
                "/layouts/layout1/e99/delete|seen=1|404",
                "/songs|name=|422",
                "/songs/song1/move|by=-1|422",
                "/songs/song99/delete|seen=1|404",
                "/perform/step|by=many|400",
                "/learn|on=perhaps|400"
            })
    void areRefusedWithoutHarm(String path, String body, int status, TestOrchard orchard) {
        long revision = orchard.keeper().revision();
        String[] parts = (path + "//x").split("/");
        String part = List.of("presets", "table", "find", "pages").contains(parts[2]) ? parts[3] : parts[2];
        String seen = (body == null ? "" : body)
                .replace("LONGHOST", "h".repeat(300))
                .replace("seen=1", "seen=" + orchard.keeper().revision(part));
        HttpResponse<String> response = new Client(orchard).post(path, seen);
        assertThat(response.statusCode()).as(response.body()).isEqualTo(status);
        assertThat(response.body()).doesNotContain("Exception", "at orchard.", "java.", "select ");
        assertThat(orchard.keeper().revision()).isEqualTo(revision);
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "/map?mapping=%3Cscript%3Ealert(1)%3C/script%3E",
                "/map?group=nothing",
                "/map?group=wherry/nothing",
                "/map?device=nothing",
                "/map/presets?at=nothing",
                "/map/table?device=nothing&at=nothing&address=%3Cscript%3Ealert(1)",
                "/map/table/heard?device=%3Cscript%3Ealert(1)",
                "/map/pages?device=nothing&page=nothing",
                "/describe?device=nothing&control=nothing",
                "/layouts?layout=nothing&element=nothing",
                "/connect?edit=nothing",
                "/map/m2/line",
                "/map/m2/line?line=a&a.what=SET&a.parameter=nothing&a.other=half+a+na",
                "/map/nothing/line?line=%3Cscript%3Ealert(1)%3C/script%3E&a.what=PAGE&a.device=nothing",
                "/search?q=%3Cscript%3Ealert(1)%3C/script%3E",
                "/why/0",
                "/frame/tabs?at=%3Cscript%3E"
            })
    void pagesBearAnyQuery(String path, TestOrchard orchard) {
        HttpResponse<String> response = new Client(orchard).get(path);
        assertThat(response.statusCode()).isEqualTo(200);
        assertThat(response.body()).doesNotContain("<script>alert");
    }

    @Test
    void aHugeFormIsRefused(TestOrchard orchard) {
        HttpResponse<String> response = new Client(orchard).post("/songs", "name=" + "x".repeat(3_000_000));
        assertThat(response.statusCode()).isBetween(400, 499);
        assertThat(orchard.keeper().rig().songs()).hasSize(5);
    }

    @Test
    void anEditThatIsKeptLeadsToItsPage(TestOrchard orchard) {
        Client client = new Client(orchard);
        HttpResponse<String> response =
                client.post("/map/m2/invert", "seen=" + orchard.keeper().revision("m2"));
        assertThat(response.statusCode()).isEqualTo(204);
        assertThat(response.headers().firstValue("HX-Location").orElseThrow()).contains("/map?mapping=m2");
        assertThat(client.get("/map?mapping=m2").body()).contains("logarithmic, inverted");
        assertThat(client.post("/undo", "").body())
                .contains("\"done\":true", "Undone: Turn round “Knob 1 of Cobble → Narrator › Filter › Cutoff”");
        assertThat(client.post("/redo", "").body()).contains("Done again: ");
        client.post("/undo", "");
        assertThat(client.post("/undo", "").body()).contains("\"done\":false", "There is nothing to undo.");
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "/map/m2/when|control=cobble/knob99/turn|Cobble has no control “knob99”",
                "/map/m2/when|control=nobody/knob1/turn|There is no device “nobody”",
                "/map/m2/when|control=cobble/knob1/turn&count=many|a whole number of 1–128; found “many”",
                "/map/m2/when|control=cobble/knob1/turn&count=0|a whole number of 1–128; found “0”",
                "/map/m2/repeat|count=1.5|a whole number of 1–128; found “1.5”",
                "/map/m2/do|parameter=wherry/nothing|There is no parameter “wherry/nothing”",
                "/map/m2/actions|line=a&a.what=SET&a.parameter=wherry/track1.pan&a.other=Harp+%E2%80%BA+Pan|is what is set: choose another parameter",
                "/connect/gull|name=Cobble&role=&in=/gull&out=|There is a “Cobble” already",
                "/connect/gull|name=Gull&role=&in=gull&out=|like /wand, or several, like /pedal /xy",
                "/connect/gull|name=Gull&role=&in=/wherry&out=|Wherry is known by /wherry already",
                "/connect/gull|name=Gull&role=&in=/gull&out=nowhere|Expected host and port",
                "/connect/cobble/greeting|lines=CC 200 = 1|Line 1: ",
                "/connect/gull/greeting|lines=CC 20 = 1|This one speaks OSC"
            })
    void whatCannotBeIsRefusedWithPlaceAndExpectation(String path, String body, String words, TestOrchard orchard) {
        Client client = new Client(orchard);
        String part = path.split("/")[2];
        HttpResponse<String> response =
                client.post(path, "seen=" + orchard.keeper().revision(part) + "&" + body);
        assertThat(response.statusCode()).isEqualTo(422);
        assertThat(response.body()).contains(words);
    }

    @Test
    void whoWasTooLateReadsWhatItIsNow(TestOrchard orchard) {
        Client client = new Client(orchard);
        long seen = orchard.keeper().revision("m2");
        client.post("/map/m2/invert", "seen=" + seen);
        HttpResponse<String> late = client.post("/map/m2/invert", "seen=" + seen);
        assertThat(late.statusCode()).isEqualTo(422);
        assertThat(late.body()).contains("Someone changed this meanwhile", "Now it reads: ", "inverted");
    }
}
