package evenharbor.app;

import static org.assertj.core.api.Assertions.assertThat;

import biweekly.Biweekly;
import biweekly.ICalVersion;
import biweekly.ICalendar;
import biweekly.component.VEvent;
import com.google.zxing.BinaryBitmap;
import com.google.zxing.LuminanceSource;
import com.google.zxing.PlanarYUVLuminanceSource;
import com.google.zxing.common.HybridBinarizer;
import com.google.zxing.qrcode.QRCodeReader;
import evenharbor.app.fixture.ApiClient;
import evenharbor.app.fixture.TestHarbor;
import java.awt.image.BufferedImage;
import java.io.ByteArrayInputStream;
import java.nio.ByteBuffer;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.Map;
import javax.imageio.ImageIO;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;

/** What people are given to find a site: it leads to the public main address, and a scanner reads it. */
class ShareTest {

    private final TestHarbor harbor = TestHarbor.get();
    private final ApiClient person = harbor.person();
    private final String site = person.site("Reeds & <Rushes>");

    private String at(String part) {
        return "/api/sites/" + site + "/share" + part;
    }

    private static String scanned(byte[] png) throws Exception {
        BufferedImage picture = ImageIO.read(new ByteArrayInputStream(png));
        int width = picture.getWidth();
        byte[] light = new byte[width * picture.getHeight()];
        for (int i = 0; i < light.length; i++) {
            light[i] = (byte) picture.getRGB(i % width, i / width);
        }
        LuminanceSource source = new PlanarYUVLuminanceSource(
                light, width, picture.getHeight(), 0, 0, width, picture.getHeight(), false);
        return new QRCodeReader()
                .decode(new BinaryBitmap(new HybridBinarizer(source)))
                .getText();
    }

    @Test
    void codesCardsAndListsLeadToTheMainAddress() throws Exception {
        assertThat(person.get(at("")).is(409).text()).contains("Choose an address under Where");
        person.putText(site, "index.html", "<title>Reeds</title>").is(200);
        person.putText(site, "by the water/über.html", "<title>=1+1</title>").is(200);
        String name = "reeds" + site.substring(0, 6);
        String url = person.claim(site, name).is(201).json().get("url").asString();
        JsonNode before = person.get(at("")).is(200).json();
        assertThat(before.get("live").asBoolean()).isFalse();
        assertThat(before.get("pages")).isEmpty();
        person.publish(site);

        JsonNode share = person.get(at("")).is(200).json();
        assertThat(share.get("url").asString()).isEqualTo(url);
        assertThat(share.get("link").asString()).isEqualTo("<a href=\"" + url + "\">Reeds &amp; &lt;Rushes&gt;</a>");
        assertThat(share.get("mailText").asString()).contains(url);
        assertThat(share.get("pages")).hasSize(2);
        String page = share.get("pages").get(1).get("url").asString();
        assertThat(page).isEqualTo(url + "by%20the%20water/%C3%BCber.html");

        byte[] png = person.get(at("/code.png?size=30")).is(200).bytes();
        assertThat(scanned(png)).isEqualTo(url);
        assertThat(scanned(person.get(at("/code.png?size=60&page=%2Fby%20the%20water%2F%C3%BCber.html"))
                        .is(200)
                        .bytes()))
                .isEqualTo(page);
        // PNG, section 11.3.5.3: pixels to a metre; the picture is as wide as was asked.
        int chunk = new String(png, StandardCharsets.ISO_8859_1).indexOf("pHYs") + 4;
        int perMetre = ByteBuffer.wrap(png).getInt(chunk);
        int width = ImageIO.read(new ByteArrayInputStream(png)).getWidth();
        assertThat(width * 1000.0 / perMetre).isBetween(29.5, 30.5);
        assertThat(person.get(at("/code.svg?size=30")).is(200).text()).contains("width=\"30mm\"");
        person.get(at("/code.svg?size=3")).is(400);
        assertThat(person.get(at("/card.svg")).is(200).text())
                .contains("Reeds &amp;", "&lt;Rushes&gt;", name + ".harbor.localhost");
        assertThat(person.get(at("/pages.csv")).is(200).text()).contains("'=1+1," + page);
        harbor.person().get(at("/card.svg")).is(404);
    }

    @Test
    void aCalendarEntryLeadsToThePageAndOnlyWhatIsForEveryoneIsListed() {
        person.putText(site, "index.html", "<title>Own</title>").is(200);
        person.putText(site, "club/list.html", "<title>Members</title>").is(200);
        String url = person.claim(site, "rushes" + site.substring(0, 6))
                .is(201)
                .json()
                .get("url")
                .asString();
        person.put(
                        "/api/sites/" + site + "/page-settings",
                        Map.of("pages", List.of(Map.of("path", "index.html", "set", Map.of("title", "Set")))))
                .is(200);
        person.publish(site);
        assertThat(person.get(at("")).is(200).json().at("/pages/0/title").asString())
                .isEqualTo("Set");
        person.put(
                        "/api/sites/" + site + "/audience/parts",
                        Map.of("path", "/club/", "way", "PASSWORD", "password", "moon over the loft"))
                .is(200);
        assertThat(person.get(at("")).is(200).json().get("pages")).hasSize(1);

        String asked =
                "/event.ics?at=2027-03-05T18:30:00Z&minutes=90&title=Moths%2C%20and%3B%20more%20%E2%80%93%20a%20very"
                        + "%20long%20evening%20of%20counting%20them%20at%20the%20lamp";
        List<ICalendar> read =
                Biweekly.parse(person.get(at(asked)).is(200).text()).all();
        assertThat(read).hasSize(1);
        assertThat(read.get(0).validate(ICalVersion.V2_0).getWarnings()).isEmpty();
        VEvent event = read.get(0).getEvents().get(0);
        assertThat(event.getSummary().getValue())
                .isEqualTo("Moths, and; more – a very long evening of counting them at the lamp");
        assertThat(event.getDateStart().getValue().toInstant()).isEqualTo("2027-03-05T18:30:00Z");
        assertThat(event.getDateEnd().getValue().toInstant()).isEqualTo("2027-03-05T20:00:00Z");
        assertThat(event.getUrl().getValue()).isEqualTo(url);
        person.get(at("/event.ics?at=2027-03-05T18:30:00Z&minutes=0")).is(400);
        person.get(at("/event.ics?at=soon")).is(400);
    }
}
