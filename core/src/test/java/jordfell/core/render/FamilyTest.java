package jordfell.core.render;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.MethodSource;

class FamilyTest {

    @ParameterizedTest
    @CsvSource({
        "text/plain, true",
        "text/plain; charset=UTF-8, true",
        "application/xml;charset=utf-8, true",
        "application/json, true",
        "text/html, false",
        "text/javascript, false",
        "image/svg+xml, false",
        "application/xhtml+xml, false",
        "text/plain; boundary=x, false",
        "'', false"
    })
    void filesAreServedAsNothingThatABrowserRuns(String type, boolean may) {
        assertThat(Family.mayBeServedAs(type)).isEqualTo(may);
        Family family = new Family("x", "X", type, "", ".x", Escaping.KEY_VALUE, "", "", Letters.ALL);
        assertThat(family.servedAs()).isEqualTo(may ? type : "application/octet-stream");
    }

    @ParameterizedTest
    @MethodSource("jordfell.core.render.ShippedFamilies#all")
    void shippedOnesAreServedAsTheySay(Family family) {
        assertThat(family.servedAs()).isEqualTo(family.contentType());
    }
}
