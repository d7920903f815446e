package jordfell.lab.world;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import jordfell.core.evidence.SipSeen;
import jordfell.core.settings.SettingsCatalogue;
import jordfell.lab.registrar.Accounts.Account;
import org.junit.jupiter.api.Test;

/** How long a line waits until it tries again after it was refused: its file says it, and patience grows (RFC 5626 §4.5). */
class PhoneRetriesTest {

    private static final String GOOD = "GoodPassword2416xyzA";

    private final TinyWorld world = new TinyWorld();

    @Test
    void lineThatIsRefusedAgainAndAgainTakesTwiceAndThenThreeTimesAsLong() {
        startWith("not the password", Map.of());
        world.run(600);
        List<Long> pauses = pauses();
        assertThat(pauses.subList(0, 6)).containsOnly(10L);
        assertThat(pauses.subList(6, 12)).containsOnly(20L);
        assertThat(pauses.subList(12, pauses.size())).isNotEmpty().containsOnly(30L);
    }

    @Test
    void lineThatWasAcceptedIsEagerAgain() {
        startWith("not the password", Map.of());
        world.run(300);
        secretAtTheRegistrar(GOOD);
        world.run(120);
        assertThat(answers(200)).isNotEmpty();
        int before = answers(403).size();
        secretAtTheRegistrar("and another one");
        world.run(200);
        assertThat(pauses().subList(before, before + 6)).containsOnly(10L);
    }

    @Test
    void pauseOfTheFileIsNeverMadeShorter() {
        startWith("not the password", Map.of(SettingsCatalogue.RETRY, "90"));
        world.run(1_500);
        assertThat(pauses()).hasSizeGreaterThan(10).containsOnly(90L);
    }

    @Test
    void noPauseGrowsBeyondAMinute() {
        startWith("not the password", Map.of(SettingsCatalogue.RETRY, "40"));
        world.run(1_200);
        assertThat(pauses().subList(0, 6)).containsOnly(40L);
        assertThat(pauses().subList(6, pauses().size())).isNotEmpty().containsOnly(60L);
    }

    private void startWith(String password, Map<String, String> more) {
        world.accounts.remove("2417");
        world.more = more;
        world.release();
        secretAtTheRegistrar(password);
        world.phone().power(true);
    }

    private void secretAtTheRegistrar(String password) {
        world.accounts.put("2416", new Account("2416", "2416-a", password, 2));
    }

    private List<SipSeen.Response> answers(int status) {
        return world.seen(SipSeen.Response.class)
                .filter(response -> response.message().status() == status && response.answers("REGISTER"))
                .toList();
    }

    private List<Long> pauses() {
        List<Long> pauses = new ArrayList<>();
        List<SipSeen.Response> refusals = answers(403);
        for (int i = 1; i < refusals.size(); i++) {
            pauses.add(
                    Duration.between(refusals.get(i - 1).at(), refusals.get(i).at())
                            .toSeconds());
        }
        return pauses;
    }
}
