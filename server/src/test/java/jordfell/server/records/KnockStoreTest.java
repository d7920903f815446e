package jordfell.server.records;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Locale;
import jordfell.core.identity.MacAddress;
import jordfell.server.jdbc.Jdbc;
import jordfell.server.support.Pier;
import jordfell.server.support.RunningServer;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;

class KnockStoreTest {

    private final Pier pier = new Pier(RunningServer.shared());
    private final KnockStore knocks = pier.server().bean(KnockStore.class);
    private final Jdbc jdbc = pier.server().bean(Jdbc.class);
    private final Instant now = Instant.now();

    @BeforeEach
    @AfterEach
    void clear() {
        jdbc.update("delete from knock where source = '198.51.100.250'");
    }

    private static MacAddress mac(int number) {
        return MacAddress.of(String.format(Locale.ROOT, "024b7b%06x", number));
    }

    private void knock(int number, Instant at) {
        knocks.knocked(new KnockStore.Request(mac(number), pier.siteId, "x.korrin", "x", "198.51.100.250", at));
    }

    private boolean isListed(int number) {
        return jdbc.one(
                        "select 1 n from knock where mac = ?",
                        row -> row.number("n"),
                        mac(number).compact())
                .isPresent();
    }

    @Test
    void knockEndsWhenItsDeviceIsEnrolledAndWhenThatIsDoneAgain() {
        knock(7, Instant.now());
        var done =
                pier.enrol(java.util.Map.of("device", mac(7).toString(), "model", "korrin-k24", "decision", "label"));
        assertThat(done.status()).isEqualTo(201);
        assertThat(isShown(7)).isFalse();
        String act = "/api/acts/" + done.json().path("actId").asLong();
        pier.client().post(act + "/undo", "");
        knock(7, Instant.now());
        assertThat(isShown(7)).isTrue();
        pier.client().post(act + "/redo", "");
        assertThat(isShown(7)).isFalse();
        knock(7, Instant.now());
        assertThat(isShown(7)).as("one that was under way").isFalse();
    }

    private boolean isShown(int number) {
        return knocks.open(List.of()).stream().anyMatch(k -> k.mac().equals(mac(number)));
    }

    @Test
    void whatDoesNotKnockAnyMoreIsForgotten() {
        knock(1, now.minus(KnockStore.LIFE).minus(Duration.ofMinutes(1)));
        assertThat(isListed(1)).isTrue();
        knock(2, now);
        assertThat(isListed(1)).isFalse();
        assertThat(isListed(2)).isTrue();
    }

    @Test
    void fiveThousandOthersDoNotKeepANewPhoneFromTheList() {
        List<Object[]> rows = java.util.stream.IntStream.range(10, 5_010)
                .mapToObj(i -> new Object[] {mac(i).compact(), pier.siteId, now.minusSeconds(i), now.minusSeconds(i)})
                .toList();
        jdbc.batch(
                "insert into knock (mac, site_id, first_at, last_at, times, asked_for, user_agent, source) "
                        + "values (?, ?, ?, ?, 1, 'x', 'x', '198.51.100.250')",
                rows);
        knock(3, now);
        assertThat(isListed(3)).isTrue();
        assertThat(isListed(5_009))
                .as("the one that was silent for the longest")
                .isFalse();
        assertThat(isListed(10)).isTrue();
    }
}
