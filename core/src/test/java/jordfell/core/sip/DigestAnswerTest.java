package jordfell.core.sip;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** The RFCs' own vectors, and reading headers as they come. */
class DigestAnswerTest {

    /** RFC 2617 §3.5. */
    private static final String RFC_2617 = """
            Digest username="Mufasa", realm="testrealm@host.com", nonce="dcd98b7102dd2f0e8b11d0f600bfb0c093", \
            uri="/dir/index.html", qop=auth, nc=00000001, cnonce="0a4f113b", \
            response="6629fae49393a05397450978507c4ef1", opaque="5ccc069c403ebaf9f0171e9517f40e41\"""";

    /** RFC 7616 §3.9.1, MD5. */
    private static final String RFC_7616_MD5 = """
            Digest username="Mufasa", realm="http-auth@example.org", uri="/dir/index.html", algorithm=MD5, \
            nonce="7ypf/xlj9XXwfDPEoM4URrv/xwf94BcCAzFZH4GiTo0v", nc=00000001, \
            cnonce="f2/wE4q74E6zIJEtWaHKaf5wv/H5QzzpXusqGemxURZJ", qop=auth, \
            response="8ca523f5e9506fed4657c9700eebdbec", opaque="FQhe/qaU925kfnzjCev0ciny7QMkPqMAFRtzCUYo5tdS\"""";

    /** RFC 7616 §3.9.1, SHA-256. */
    private static final String RFC_7616_SHA_256 = """
            Digest username="Mufasa", realm="http-auth@example.org", uri="/dir/index.html", algorithm=SHA-256, \
            nonce="7ypf/xlj9XXwfDPEoM4URrv/xwf94BcCAzFZH4GiTo0v", nc=00000001, \
            cnonce="f2/wE4q74E6zIJEtWaHKaf5wv/H5QzzpXusqGemxURZJ", qop=auth, \
            response="753927fa0e85d155564e2e272a28d1802ca10daf4496794697cf8db5856cb6c1\"""";

    @Test
    void rfc2617Example() {
        DigestAnswer answer = DigestAnswer.read(RFC_2617).orElseThrow();
        assertThat(answer.fits("GET", "Circle Of Life")).isTrue();
        assertThat(answer.fits("GET", "circle of life")).isFalse();
        assertThat(answer.fits("POST", "Circle Of Life")).isFalse();
    }

    @Test
    void rfc7616ExampleWithMd5() {
        assertThat(DigestAnswer.read(RFC_7616_MD5).orElseThrow().fits("GET", "Circle of Life"))
                .isTrue();
    }

    @Test
    void rfc7616ExampleWithSha256() {
        DigestAnswer answer = DigestAnswer.read(RFC_7616_SHA_256).orElseThrow();
        assertThat(answer.algorithm()).isEqualTo(DigestAlgorithm.SHA_256);
        assertThat(answer.fits("GET", "Circle of Life")).isTrue();
    }

    @Test
    void answersWithoutQopAsOldClientsDo() {
        // RFC 2069 §2.4 with the corrected response of its erratum 749.
        DigestAnswer answer = DigestAnswer.read("""
                        Digest username="Mufasa", realm="testrealm@host.com", \
                        nonce="dcd98b7102dd2f0e8b11d0f600bfb0c093", uri="/dir/index.html", \
                        response="1949323746fe6a43ef61f9606e7febea\"""").orElseThrow();
        assertThat(answer.fits("GET", "CircleOfLife")).isTrue();
    }

    @Test
    void whatIsWrittenIsReadAgain() {
        DigestChallenge challenge =
                new DigestChallenge("realm \"in\" quotes\\", "n0nce==", DigestAlgorithm.SHA_256, true);
        assertThat(DigestChallenge.read(challenge.header())).hasValue(challenge);
        DigestAnswer answer =
                DigestAnswer.to(challenge, "24\"16", "p&<>;#", "REGISTER", "sip:voice.example", "c0", 255);
        assertThat(DigestAnswer.read(answer.header())).hasValue(answer);
        assertThat(answer.nc()).isEqualTo("000000ff");
        assertThat(answer.fits("REGISTER", "p&<>;#")).isTrue();
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "",
                "Basic bXVmYXNhOmxpZmU=",
                "Digest",
                "Digest username=\"a\"",
                "Digest username=\"a\", realm=\"r\", nonce=\"n\", uri=\"u\"",
                "Digest username=\"a\", realm=\"r\", nonce=\"n\", uri=\"u\", response=\"x\", qop=auth",
                "Digest username=\"a\", realm=\"r\", nonce=\"n\", uri=\"u\", response=\"x\", qop=auth-int, nc=1, cnonce=c",
                "Digest username=\"a\", realm=\"r\", nonce=\"n\", uri=\"u\", response=\"x\", algorithm=ROT13",
                "Digest username=\"a, realm=r, nonce=n, uri=u, response=x",
                "Digest ,,,,=,=\"\\",
                "Digest username=%n%s%d"
            })
    void incompleteOrForeignHeadersAreNoAnswer(String header) {
        assertThat(DigestAnswer.read(header)).isEmpty();
    }

    @Test
    void parameterNamesAndTheSchemeIgnoreCase() {
        assertThat(DigestAnswer.read(RFC_2617.replace("Digest", "DIGEST").replace("username", "UserName")))
                .isPresent();
    }
}
