package evenharbor.core.where.address;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class HostNameTest {

    private static final HostName MOON = new HostName("moon.example");

    @ParameterizedTest
    @CsvSource({
        "www.moon.example, true",
        "a.www.moon.example, true",
        "moon.example, false",
        "fullmoon.example, false",
        ".moon.example, false",
        "w.moon.example, true",
        "moon.example.org, false",
        "example, false"
    })
    void oneIsUnderAnotherOnlyWithALabelOfItsOwn(String name, boolean under) {
        assertThat(new HostName(name).isUnder("moon.example")).isEqualTo(under);
    }

    @Test
    void isTakenApartAndPutTogether() {
        HostName www = MOON.below("www");
        assertThat(www).hasToString("www.moon.example");
        assertThat(www.labels()).containsExactly("www", "moon", "example");
        assertThat(www.parent()).isEqualTo(MOON);
        assertThat(www.in(MOON)).isEqualTo("www");
        assertThat(www.below("a").in(MOON)).isEqualTo("a.www");
        assertThat(MOON.in(MOON)).isEqualTo("@");
        assertThat(MOON).isLessThan(www).isEqualByComparingTo(new HostName("moon.example"));
    }

    @Test
    void isShownAsPeopleWriteIt() {
        HostName cafe = HostName.of("café.example");
        assertThat(cafe.ascii()).isEqualTo("xn--caf-dma.example");
        assertThat(cafe.unicode()).isEqualTo("café.example");
        assertThat(cafe.unicode("/spring/")).isEqualTo("café.example/spring");
        assertThat(MOON.unicode("/")).isEqualTo("moon.example");
        assertThat(HostName.isPlain("a-1.b")).isTrue();
        assertThat(HostName.isPlain("A")).isFalse();
    }
}
