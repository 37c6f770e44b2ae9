package orchard.app.live;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.List;
import orchard.app.harness.Client;
import orchard.app.harness.Orchard;
import orchard.app.harness.TestOrchard;
import orchard.app.port.PortRoom;
import org.awaitility.Awaitility;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** The live socket, spoken to as its documentation says, and otherwise. */
@ExtendWith(Orchard.class)
class LiveSocketTest {

    @Test
    void aNewPageIsToldWhatIsKnown(TestOrchard orchard) {
        orchard.standIn("cobble").play("crossfader", "move", 1);
        try (Client.Socket socket = new Client(orchard).socket()) {
            socket.say("{'type':'hello','page':'map','layout':''}");
            assertThat(socket.hear("wherry/filter.cutoff")).contains("\"type\":\"live\"");
            socket.hear("'type':'learn'");
            socket.hear("'type':'welcome'");
        }
    }

    /** A page that was drawn before something went, and connects after it, would mark nothing, or for ever. */
    @Test
    void aNewPageIsToldWhoseValuesNobodyIsSureOf(TestOrchard orchard) {
        Client client = new Client(orchard);
        PortRoom ports = orchard.bean(PortRoom.class);
        Awaitility.await().until(() -> ports.standing("wherry").isSure());
        orchard.standIn("wherry").play("cable", "pull", 0);
        try {
            Awaitility.await().until(() -> !ports.standing("wherry").isSure());
            Awaitility.await().untilAsserted(() -> {
                try (Client.Socket socket = client.socket()) {
                    socket.say("{'type':'hello','page':'map','layout':''}");
                    assertThat(socket.hear("'type':'unsure'")).contains("\"wherry\"");
                }
            });
        } finally {
            orchard.standIn("wherry").play("cable", "plug", 0);
        }
        Awaitility.await().until(() -> ports.standing("wherry").isSure());
        Awaitility.await().untilAsserted(() -> {
            try (Client.Socket socket = client.socket()) {
                socket.say("{'type':'hello','page':'map','layout':''}");
                assertThat(socket.hear("'type':'unsure'")).doesNotContain("\"wherry\"");
            }
        });
    }

    @Test
    void aTouchGoesToTheOtherBrowsersOfItsLayoutAndToNoOthers(TestOrchard orchard) {
        Client client = new Client(orchard);
        try (Client.Socket one = client.socket();
                Client.Socket two = client.socket();
                Client.Socket other = client.socket()) {
            one.say("{'type':'hello','page':'play','layout':'layout1'}");
            two.say("{'type':'hello','page':'play','layout':'layout1'}");
            other.say("{'type':'hello','page':'play','layout':'layout2'}");
            other.hear("welcome");
            two.hear("welcome");
            one.hear("welcome");
            one.say("{'type':'touch','layout':'layout1','moves':[['e2',0.125]]}");
            shown(two, "\"e2\":{\"value\":0.125", " dB"); // in one message or in two
            shown(one, " dB"); // its own touch comes back with the text
            other.say("{'type':'nonsense'}");
            assertThat(other.hear("refused")).isNotEmpty();
        }
    }

    /** What was put somewhere by a finger, and then moved by the software, is put there again by the next finger. */
    @Test
    void theSameTouchAgainAfterTheSoftwareMovedIt(TestOrchard orchard) {
        try (Client.Socket page = new Client(orchard).socket()) {
            page.say("{'type':'hello','page':'play','layout':'layout1'}");
            page.hear("welcome");
            for (int i = 0; i < 3; i++) {
                page.say("{'type':'touch','layout':'layout1','down':['e2'],'moves':[['e2',0.25]],'up':['e2']}");
                Awaitility.await().until(() -> Math.abs(volume(orchard) - 0.25) < 0.01);
                orchard.standIn("wherry").play("/wherry/track/1/volume", "set", 0.9);
                Awaitility.await().until(() -> volume(orchard) > 0.5);
            }
        } finally {
            orchard.putBack("wherry", "track1.volume");
        }
    }

    private static double volume(TestOrchard orchard) {
        return orchard.bean(Values.class)
                .parameters()
                .get("wherry/track1.volume")
                .position();
    }

    /** Each takes from the other what it holds, again and again, and in the end one of them goes. */
    @Test
    void twoPagesThatTakeFromEachOtherNeverWaitForEachOther(TestOrchard orchard) throws InterruptedException {
        Client client = new Client(orchard);
        try (Client.Socket one = client.socket();
                Client.Socket two = client.socket();
                Client.Socket third = client.socket()) {
            List<Client.Socket> pages = List.of(one, two);
            pages.forEach(page -> page.say("{'type':'hello','page':'play','layout':'layout1'}"));
            third.say("{'type':'hello','page':'play','layout':'layout1'}");
            third.hear("welcome");
            List<Thread> hands = new ArrayList<>();
            for (int hand = 0; hand < 2; hand++) {
                int number = hand;
                hands.add(new Thread(() -> {
                    for (int i = 0; i < 400; i++) {
                        String first = (i + number) % 2 == 0 ? "e2" : "e3";
                        String second = (i + number) % 2 == 0 ? "e3" : "e2";
                        pages.get(number)
                                .say("{'type':'touch','layout':'layout1','down':['" + first + "','" + second
                                        + "'],'moves':[['" + first + "'," + i / 400.0 + "]]}");
                    }
                }));
            }
            hands.forEach(Thread::start);
            for (Thread hand : hands) {
                hand.join(20_000);
                assertThat(hand.isAlive()).isFalse();
            }
            Client.Socket late = client.socket(); // one that fell silent for a moment may be cut off by now
            late.say("{'type':'hello','page':'play','layout':'layout1'}");
            late.hear("welcome");
            late.say("{'type':'touch','layout':'layout1','down':['e2'],'moves':[['e2',0.625]]}");
            shown(third, "\"e2\":{\"value\":0.625");
            late.close();
            two.close();
            Client.Socket last = client.socket();
            last.say("{'type':'hello','page':'play','layout':'layout1'}");
            last.hear("welcome");
            last.say("{'type':'touch','layout':'layout1','down':['e2'],'moves':[['e2',0.375]],'up':['e2']}");
            shown(third, "\"e2\":{\"value\":0.375");
        }
    }

    /** Waits until a page is told that something is shown, and after that or with it something else. */
    private static void shown(Client.Socket page, String... words) {
        String heard = "";
        for (String wanted : words) {
            while (!heard.contains(wanted)) {
                heard = page.hear("'type':'shown'"); // something else was shown before
            }
        }
    }

    @Test
    void aParameterIsSetFromAPage(TestOrchard orchard) {
        try (Client.Socket socket = new Client(orchard).socket()) {
            socket.say("{'type':'hello','page':'map','layout':''}");
            socket.say("{'type':'set','device':'wherry','parameter':'track7.pan','value':1}");
            assertThat(socket.hear("'wherry/track7.pan':")).contains("100 %");
            socket.say("{'type':'set','device':'wherry','parameter':'track7.pan','value':0.5}");
            socket.hear("\"0 %\"");
        }
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "rubbish",
                "{",
                "[]",
                "{'type':'dance'}",
                "{'type':'touch','layout':'layout1','moves':[['e2','high']]}",
                "{'type':'touch','layout':'layout1','moves':[['e2',1e30]]}",
                "{'type':'touch','layout':'layout1','moves':[['e2']]}",
                "{'type':'touch','layout':'layout1','moves':['e2']}",
                "{'type':'play','standin':'cobble','part':'knob99','gesture':'turn','amount':1}",
                "{'type':'play','standin':'cobble','part':'knob','gesture':'turn','amount':1}",
                "{'type':'play','standin':'nobody','part':'knob1','gesture':'turn','amount':1}",
                "{'type':'play','standin':'wherry','part':'/wherry/track/1/meter','gesture':'set','amount':1}"
            })
    void whatCannotBeIsRefusedAndTheSocketStaysOpen(String message, TestOrchard orchard) {
        try (Client.Socket socket = new Client(orchard).socket()) {
            socket.say(message);
            assertThat(socket.hear("'type':'refused'")).doesNotContain("Exception", "tools.jackson", "orchard.app");
            socket.say("{'type':'hello','page':'map','layout':''}");
            socket.hear("welcome");
        }
    }

    @Test
    void anElementNobodyKnowsIsATouchNobodyListensTo(TestOrchard orchard) {
        try (Client.Socket socket = new Client(orchard).socket()) {
            socket.say("{'type':'hello','page':'play','layout':'layout1'}");
            socket.hear("welcome");
            socket.say("{'type':'touch','layout':'layout1','moves':[['nothing',0.5]]}");
            assertThat(socket.hear("Balcony tablet, nobody listens")).contains("UNHEARD");
        }
    }
}
