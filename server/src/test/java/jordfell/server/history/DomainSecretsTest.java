package jordfell.server.history;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Map;
import java.util.concurrent.atomic.AtomicLong;
import jordfell.core.diagnosis.PasswordUsed;
import jordfell.core.sip.DigestAlgorithm;
import jordfell.core.sip.DigestAnswer;
import jordfell.core.sip.DigestChallenge;
import jordfell.server.records.ExtensionStore;
import jordfell.server.support.Pier;
import jordfell.server.support.RunningServer;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;

/** Which password was used is looked for thoroughly when its turn comes, and what waits is told as waiting. */
class DomainSecretsTest {

    private static final String NUMBER = "2542";
    private static final String OTHER = "2543";

    private static Pier pier;
    private static ExtensionStore extensions;

    private final AtomicLong clock = new AtomicLong(1);
    private final SearchBudget budget = new SearchBudget(clock::get);
    private final DomainSecrets secrets = new DomainSecrets(extensions, budget);

    @BeforeAll
    static void twoExtensions() {
        pier = new Pier(RunningServer.shared());
        extensions = RunningServer.shared().bean(ExtensionStore.class);
        for (String number : new String[] {NUMBER, OTHER}) {
            assertThat(pier.client()
                            .post(
                                    "/api/extensions",
                                    Map.of("domainId", pier.domainId, "number", number, "displayName", "Slipway"))
                            .status())
                    .isEqualTo(201);
        }
    }

    @Test
    void whatIsSoughtInVainIsToldWithHowManyWereTried() {
        assertThat(used(NUMBER, "n1", "nobody-has-this"))
                .isInstanceOfSatisfying(
                        PasswordUsed.Unknown.class,
                        none -> assertThat(none.tried()).isGreaterThan(1_000));
    }

    @Test
    void whileAnotherIsSoughtItWaitsAndIsFoundInVainWhenItsTurnComes() {
        assertThat(budget.begins()).isTrue();
        PasswordUsed waiting = used(NUMBER, "n1", "nobody-has-this");
        assertThat(waiting).isInstanceOf(PasswordUsed.NotFoundYet.class);
        assertThat(used(NUMBER, "n1", "nobody-has-this"))
                .as("the same answer again")
                .isEqualTo(waiting);
        budget.ended(clock.get());
        assertThat(used(NUMBER, "n1", "nobody-has-this")).isInstanceOf(PasswordUsed.Unknown.class);
    }

    @Test
    void likelyOnesNeedNoTurn() {
        assertThat(budget.begins()).isTrue();
        assertThat(used(NUMBER, "n1", password(NUMBER))).isInstanceOf(PasswordUsed.Right.class);
        assertThat(used(NUMBER, "n2", password(OTHER))).isEqualTo(new PasswordUsed.Others(OTHER));
        assertThat(used(NUMBER, "n3", password(NUMBER) + " ")).isInstanceOf(PasswordUsed.Damaged.class);
    }

    @Test
    void whatWasSoughtInVainIsNotSoughtAgainWithEachAnswer() {
        PasswordUsed first = used(NUMBER, "n1", "nobody-has-this");
        assertThat(budget.begins()).as("nobody else may look now").isTrue();
        assertThat(used(NUMBER, "n2", "nobody-has-this")).isEqualTo(first);
        assertThat(used(OTHER, "n3", "nobody-has-this"))
                .as("another extension’s is another question")
                .isNotEqualTo(first);
    }

    @Test
    void aPasswordThatIsChangedIsKnownAtOnceAndTheOldOneAsEarlier() {
        String old = password(NUMBER);
        assertThat(used(NUMBER, "n1", old)).isInstanceOf(PasswordUsed.Right.class);
        extensions.setPassword(id(NUMBER), "Harbour-" + System.nanoTime());
        assertThat(used(NUMBER, "n1", old)).isEqualTo(new PasswordUsed.Earlier(1));
        assertThat(used(NUMBER, "n2", password(NUMBER))).isInstanceOf(PasswordUsed.Right.class);
    }

    private PasswordUsed used(String number, String nonce, String password) {
        DigestAnswer answer = DigestAnswer.to(
                new DigestChallenge(Pier.DOMAIN, nonce, DigestAlgorithm.SHA_256, false),
                number,
                password,
                "REGISTER",
                "sip:" + Pier.DOMAIN,
                "cn",
                1);
        return secrets.of(pier.domainId).used(answer, number);
    }

    private static long id(String number) {
        return extensions.byNumber(pier.domainId, number).orElseThrow().id();
    }

    private static String password(String number) {
        return extensions.passwords(id(number)).get(0);
    }
}
