package orchard.app.access;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.net.http.WebSocketHandshakeException;
import java.util.List;
import orchard.app.Shipped;
import orchard.app.harness.Browser;
import orchard.app.harness.Client;
import orchard.app.harness.Fingers;
import orchard.app.harness.Orchard;
import orchard.app.harness.TestOrchard;
import orchard.mistake.Mistake;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** A tablet plays its layout, stops everything, and does nothing else; and when it is taken away, not even that. */
@ExtendWith(Orchard.class)
class TabletTest {

    @AfterEach
    void takeAll(TestOrchard orchard) {
        Tablets tablets = orchard.bean(Tablets.class);
        tablets.all().forEach(tablet -> tablets.remove(tablet.id()));
        orchard.putBack("wherry", "track1.volume", "track4.volume");
    }

    private static Tablet add(TestOrchard orchard, String layout) {
        return orchard.bean(Tablets.class).add("Balcony", layout);
    }

    private static String link(TestOrchard orchard, Tablet tablet) {
        return "/tablet/" + orchard.bean(Tablets.class).pass(tablet);
    }

    @Test
    void itSeesItsLayoutAndNothingElse(TestOrchard orchard) {
        Client tablet = new Client(orchard).tablet(link(orchard, add(orchard, "layout1")));
        assertThat(tablet.get("/play/layout1").statusCode()).isEqualTo(200);
        assertThat(tablet.head("/play/layout1")).isEqualTo(200);
        assertThat(tablet.head("/play/layout2")).isEqualTo(403);
        assertThat(tablet.head("/map")).isEqualTo(403);
        assertThat(tablet.get(orchard.bean(Shipped.class).at("/js/play.js")).statusCode())
                .isEqualTo(200);
        for (String path : List.of(
                "/",
                "/play/layout2",
                "/play/layout1/",
                "/play/../map",
                "/play/layout1/../../map",
                "/connect",
                "/connect/addresses",
                "/describe",
                "/map",
                "/map/foci",
                "/layouts",
                "/layouts/tablets",
                "/layouts/layout1/copied?of=e1",
                "/check",
                "/perform",
                "/monitor",
                "/search?q=a",
                "/rig",
                "/history")) {
            assertThat(tablet.get(path).statusCode()).as(path).isIn(400, 403, 404);
            assertThat(tablet.get(path).body()).as(path).doesNotContain("Harp");
        }
        for (String path : List.of(
                "/layouts",
                "/layouts/layout1/name",
                "/layouts/tablets",
                "/play/layout1",
                "/undo",
                "/rehearse/plug",
                "/foci/focus1/step")) {
            assertThat(tablet.post(path, "name=mine&seen=1").statusCode())
                    .as(path)
                    .isEqualTo(403);
        }
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "{'type':'hello','page':'map','layout':''}",
                "{'type':'hello','page':'map','layout':'layout1'}",
                "{'type':'hello','page':'play','layout':'layout2'}",
                "{'type':'touch','layout':'layout2','moves':[['e1',0.5]]}",
                "{'type':'default','layout':'layout2','control':'e1'}",
                "{'type':'page','layout':'layout2','page':'p1'}",
                "{'type':'set','device':'wherry','parameter':'track1.volume','value':1}",
                "{'type':'learn','device':'wherry','parameter':'track1.volume'}",
                "{'type':'learnControl','device':'sluice','control':'fader1','dimension':'position'}",
                "{'type':'play','standin':'wherry','part':'x','gesture':'set','amount':1}",
                "{'type':'monitor'}",
                "{'type':'lend','computer':'x','ports':[]}",
                "{'type':'midi','port':'x','bytes':'904040'}",
                "{'type':'pad','port':'x','part':'y','value':1}",
                "{'type':''}",
                "{}"
            })
    void overTheSocketItPlaysItsLayoutAndNothingElse(String message, TestOrchard orchard) {
        Client client = new Client(orchard).tablet(link(orchard, add(orchard, "layout1")));
        try (Client.Socket socket = client.socket()) {
            socket.say(message);
            assertThat(socket.hear("refused")).contains("may play its layouts");
        }
    }

    @Test
    void itPlaysItsLayoutAndStopsEverythingUntilItIsTakenAway(TestOrchard orchard) {
        Tablet tablet = add(orchard, "layout1");
        Client client = new Client(orchard).tablet(link(orchard, tablet));
        try (Client.Socket socket = client.socket()) {
            socket.say("{'type':'hello','page':'play','layout':'layout1'}");
            socket.hear("welcome");
            socket.say("{'type':'touch','layout':'layout1','down':['e2'],'moves':[['e2',0.125]]}");
            assertThat(socket.hear(" dB")).contains("'shown'".replace('\'', '"'));
            socket.say("{'type':'panic'}");
            socket.hear("stopped");
            orchard.bean(Tablets.class).remove(tablet.id());
            assertThat(client.get("/play/layout1").statusCode()).isEqualTo(401);
            assertThat(client.head("/play/layout1")).isEqualTo(401);
            assertThatThrownBy(client::socket).hasCauseInstanceOf(WebSocketHandshakeException.class);
        }
    }

    @Test
    void itIsSeenHowFarAwayItIsAndNothingElseOfThePageMoves(TestOrchard orchard, Browser browser) {
        Client client = new Client(orchard).tablet(link(orchard, add(orchard, "layout1")));
        browser.go("/layouts/tablets");
        browser.see(".tabletrows .where", "not here");
        browser.ask("document.querySelector('.tabletrows [data-dialog]').focus()");
        try (Client.Socket socket = client.socket()) {
            socket.say("{'type':'hello','page':'play','layout':'layout1'}");
            browser.see(".tabletrows .where", "ms away");
        }
        browser.see(".tabletrows .where", "not here");
        assertThat(browser.ask("return document.activeElement.textContent").toString())
                .contains("Show its link");
    }

    @Test
    void aTabletForAllLayoutsChoosesOne(TestOrchard orchard) {
        Client client = new Client(orchard).tablet(link(orchard, add(orchard, "")));
        assertThat(client.get("/play").body()).contains("/play/layout1");
        assertThat(client.get("/play/layout1").statusCode()).isEqualTo(200);
        assertThat(client.get("/map").statusCode()).isEqualTo(403);
    }

    @Test
    void aPassThatWasMadeUpOrBelongsToAnotherOpensNothing(TestOrchard orchard) {
        Tablet tablet = add(orchard, "layout1");
        String pass = orchard.bean(Tablets.class).pass(tablet);
        Client client = new Client(orchard);
        for (String wrong :
                List.of("x", ".", tablet.id(), tablet.id() + ".", "other" + pass.substring(pass.indexOf('.')))) {
            assertThat(client.tablet("/tablet/" + wrong).get("/play/layout1").statusCode())
                    .as(wrong)
                    .isEqualTo(401);
        }
        assertThatThrownBy(() -> add(orchard, "layout1")).isInstanceOf(Mistake.class);
        assertThatThrownBy(() -> orchard.bean(Tablets.class).add("n".repeat(10_000), ""))
                .isInstanceOf(Mistake.class);
    }

    @Test
    void itIsLetInSeenPlayedAndTakenAwayWhileItPlays(TestOrchard orchard, Browser browser) {
        browser.go("/layouts/tablets");
        browser.see("#page", "None yet");
        browser.type("#tabletname", "Balcony");
        browser.click("#page form .pill");
        browser.see(".tabletrows", "not here");
        assertThat(browser.barriers()).isEmpty();
        assertThat(browser.barriersIn("lamplight")).isEmpty();
        assertThat(browser.fits()).isTrue();
        browser.click(".tabletrows [data-dialog]");
        browser.see("#tabletlink", "/tablet/");
        String link = browser.text("#tabletlink").replaceAll("^.*(/tablet/.*)$", "$1");
        String desk = browser.here();
        String ticket = browser.forget("orchard");
        browser.another(link);
        browser.beforeEveryPage("""
                const Real = window.WebSocket;
                window.sockets = [];
                window.WebSocket = class extends Real {
                  constructor(...all) { super(...all); window.sockets.push(this); }
                };
                """);
        browser.again("/play/layout1");
        try {
            Fingers fingers =
                    browser.fingers().down(1, "[data-element=e5]", 0.5, 0.5).by(1, 0, -40);
            browser.until(() -> browser.all("[data-element=e5].held").size() == 1);
            String before = browser.text("[data-element=e5] .value");
            fingers.lift();
            browser.ask("window.sockets[0].close()");
            browser.until(() -> browser.ask("return window.sockets.length > 1"
                            + " && window.sockets[1].readyState === 1 && document.getElementById('lost').hidden")
                    .equals(true));
            fingers = browser.fingers().down(1, "[data-element=e5]", 0.5, 0.5).by(1, 0, -40);
            browser.until(() -> browser.all("[data-element=e5].held").size() == 1);
            assertThat(orchard.bean(Tablets.class).all()).hasSize(1);
            orchard.bean(Tablets.class)
                    .all()
                    .forEach(one -> orchard.bean(Tablets.class).remove(one.id()));
            browser.see("#lost", "This tablet was taken away");
            assertThat(browser.all("[data-element=e5].held")).isEmpty();
            assertThat(before).isNotEmpty();
            fingers.lift();
        } finally {
            browser.remember("orchard", ticket);
            browser.closeAndGoTo(desk);
        }
        browser.go("/layouts/tablets").see("#page", "None yet");
    }
}
