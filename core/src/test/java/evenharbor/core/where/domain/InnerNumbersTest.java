package evenharbor.core.where.domain;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

class InnerNumbersTest {

    @ParameterizedTest
    @ValueSource(
            strings = {
                "0.0.0.0",
                "0.1.2.3",
                "10.0.0.1",
                "10.255.255.255",
                "100.64.0.1",
                "100.127.255.255",
                "127.0.0.1",
                "127.255.0.1",
                "169.254.169.254",
                "172.16.0.1",
                "172.31.255.255",
                "192.0.0.8",
                "192.168.1.1",
                "198.18.0.1",
                "198.19.255.255",
                "224.0.0.1",
                "240.0.0.1",
                "255.255.255.255",
                "::",
                "::1",
                "::7f00:1",
                "::ffff:10.1.2.3",
                "::10.1.2.3",
                "64:ff9b::10.0.0.1",
                "64:ff9b::7f00:1",
                "64:ff9b:1::1.2.3.4",
                "2002:0a00:0001::1",
                "2002:c0a8:0101::",
                "fc00::1",
                "fdff::1",
                "fe80::1",
                "fec0::1",
                "ff02::1"
            })
    void doNotLeadAcrossTheInternet(String number) {
        assertThat(InnerNumbers.contains(number)).isTrue();
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "1.1.1.1",
                "9.255.255.255",
                "11.0.0.0",
                "100.63.255.255",
                "100.128.0.0",
                "126.255.255.255",
                "128.0.0.1",
                "169.253.255.255",
                "169.255.0.0",
                "172.15.255.255",
                "172.32.0.0",
                "192.0.1.0",
                "192.167.255.255",
                "192.169.0.0",
                "198.17.255.255",
                "198.20.0.0",
                "223.255.255.255",
                "2001:db8::1",
                "2a00::1",
                "64:ff9b::8.8.8.8",
                "64:ff9b:2::10.0.0.1",
                "2002:0808:0808::1",
                "::8.8.8.8",
                "fbff::1",
                "fe00::1"
            })
    void doLeadAcrossTheInternet(String number) {
        assertThat(InnerNumbers.contains(number)).isFalse();
    }
}
