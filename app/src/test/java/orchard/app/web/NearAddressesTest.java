package orchard.app.web;

import static org.assertj.core.api.Assertions.assertThat;

import orchard.app.harness.Browser;
import orchard.app.harness.Client;
import orchard.app.harness.Orchard;
import orchard.app.harness.TestOrchard;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

/** An address that nobody has is said while it is typed, with the nearest ones that somebody has. */
@ExtendWith(Orchard.class)
class NearAddressesTest {

    @Test
    void whatIsNearlyAnAddressIsTakenByOnePress(TestOrchard orchard, Browser browser) {
        browser.size(1280, 800);
        browser.go("/describe?device=gull&control=squeeze");
        browser.click(".sendslist summary");
        browser.type("[name=address]", "/gull/squeze");
        browser.see(".nearby", "Nobody here has this address");
        browser.click(".nearby [data-near='/gull/squeeze']");
        assertThat(browser.find("[name=address]").getDomProperty("value")).isEqualTo("/gull/squeeze");
        browser.until(() -> browser.text(".nearby").isEmpty());
    }

    @Test
    void whatIsKnownOrNoAddressIsNotSaid(TestOrchard orchard) {
        Client client = new Client(orchard);
        assertThat(client.get("/addresses/near?address=/wherry/tempo").body()).doesNotContain("Nobody");
        assertThat(client.get("/addresses/near?address=CC%2020").body()).doesNotContain("Nobody");
        assertThat(client.get("/addresses/near?message=/WHERRY/tempo%20120").body())
                .contains("data-near=\"/wherry/tempo\"");
        assertThat(client.get("/addresses/near?message=/" + "x".repeat(5_000)).body())
                .doesNotContain("Nobody");
        assertThat(client.get("/addresses/near").statusCode()).isEqualTo(200);
    }
}
