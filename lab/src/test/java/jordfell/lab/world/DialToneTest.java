package jordfell.lab.world;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.charset.StandardCharsets;
import java.util.List;
import jordfell.core.diagnosis.Cause;
import jordfell.core.diagnosis.Finding;
import jordfell.core.evidence.Observation;
import jordfell.core.evidence.SipSeen;
import jordfell.core.identity.MacAddress;
import jordfell.core.path.Condition;
import jordfell.core.path.Stop;
import jordfell.lab.net.Endpoint;
import jordfell.lab.registrar.Accounts.Account;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;

/** The world run with one fault each: the path stops where it should, and the first finding is that cause. */
class DialToneTest {

    private final TinyWorld world = new TinyWorld();

    @BeforeEach
    void releaseAndSwitchOn() {
        world.run(5);
        world.release();
        world.phone().power(true);
    }

    @Test
    void healthyPhoneGetsDialToneWithoutAnyFinding() {
        world.run(5);
        assertThat(world.path().rail()).isEqualTo("pppppppwn");
        assertThat(world.findings()).isEmpty();
        world.run(110);
        assertThat(world.path().condition()).isEqualTo(Condition.CARRYING);
        world.world.testCall(TinyWorld.MAC, TinyWorld.DOMAIN, "2416", () -> {});
        world.run(10);
        assertThat(world.path().rail()).isEqualTo("ppppppppp");
        assertThat(world.path().condition()).isEqualTo(Condition.PROVEN);
        assertThat(world.findings()).isEmpty();
    }

    @Test
    void phoneIsRungAtTheNumberUnderWhichItIsRegistered() {
        world.run(120);
        world.world.testCall(TinyWorld.MAC, TinyWorld.DOMAIN, "2499", () -> {});
        world.run(10);
        assertThat(world.path().condition()).isEqualTo(Condition.PROVEN);
        assertThat(calls()).extracting(Observation.TestCalled::number).containsOnly("2416");
    }

    @Test
    void phoneThatIsNoneOfTheLabsIsCalledThroughTheRegistrarAloneAndIsNotProvenByAnother() {
        MacAddress stranger = MacAddress.of("02-4B-7A-99-00-01");
        world.run(120);
        world.world.testCall(stranger, TinyWorld.DOMAIN, "2416", () -> {});
        world.run(10);
        assertThat(calls()).singleElement().satisfies(call -> {
            assertThat(call.outbound()).isFalse();
            assertThat(call.worked()).isFalse();
            assertThat(call.detail()).isEqualTo("did not ring here: answered by another device of 2416");
        });
    }

    @Test
    void callThatCannotBeMadeSaysWhy() {
        world.world.testCall(MacAddress.of("02-4B-7A-99-00-01"), TinyWorld.DOMAIN, "2499", () -> {});
        assertThat(calls())
                .singleElement()
                .extracting(Observation.TestCalled::detail)
                .isEqualTo("nothing is registered as 2499, so nothing can be rung");
    }

    private List<Observation.TestCalled> calls() {
        return world.seen.stream()
                .filter(Observation.TestCalled.class::isInstance)
                .map(Observation.TestCalled.class::cast)
                .toList();
    }

    @Test
    void sameSeedGivesTheSameMessagesToTheByte() {
        TinyWorld twin = new TinyWorld();
        twin.run(5);
        twin.release();
        twin.phone().power(true);
        world.run(300);
        twin.run(300);
        assertThat(twin.seen).isEqualTo(world.seen);
    }

    @Test
    void crossedLinesAreNamedByNumber() {
        world.run(5);
        world.phone().crossLines(1, 2);
        world.run(15);
        Finding first = first();
        assertThat(first.cause()).isEqualTo(Cause.WRONG_PASSWORD);
        assertThat(first.sentence()).isEqualTo("It used extension 2417’s password.");
        assertThat(first.detail()).contains("Lines 1 and 2 are crossed");
        assertThat(world.path().at()).isEqualTo(Stop.ACCEPTED);
    }

    @Test
    void resendingOverwritesWhatWasTypedByHand() {
        world.run(5);
        world.phone().crossLines(1, 2);
        world.run(15);
        world.resend();
        world.run(15);
        assertThat(world.path().stop(Stop.ACCEPTED).state().name()).isEqualTo("PASSED");
        assertThat(world.findings()).isEmpty();
    }

    @Test
    void trailingBlankIsTold() {
        typed("GoodPassword2416xyzA ");
        assertThat(first().sentence()).isEqualTo("It used the right password with a blank after it.");
        assertThat(first().detail()).as("how it came about was not seen").startsWith("Likely, ");
    }

    @Test
    void cutPasswordIsToldWithItsLength() {
        typed("GoodPassword");
        assertThat(first().sentence()).isEqualTo("It used the first 12 characters of the right password.");
    }

    @Test
    void unknownPasswordIsNotGuessedAt() {
        typed("something else entirely");
        assertThat(first().sentence()).startsWith("It used a password that voice.tarnholm.example does not know");
        assertThat(first().detail()).contains("that were tried").doesNotContain("by hand", "another system");
    }

    @Test
    void earlierPasswordIsToldAfterARotation() {
        world.run(5);
        world.earlier.put("2416", List.of("GoodPassword2416xyzA"));
        world.accounts.put("2416", new Account("2416", "2416-a", "RotatedPassword99999", 2));
        world.run(120);
        assertThat(first().sentence()).isEqualTo("It used the password that 2416 had before.");
    }

    @Test
    void wrongAuthenticationUserIsTold() {
        world.run(5);
        world.accounts.put("2416", new Account("2416", "2416-b", "GoodPassword2416xyzA", 2));
        world.run(120);
        assertThat(first().cause()).isEqualTo(Cause.WRONG_AUTH_USER);
        assertThat(first().sentence()).contains("“2416-a”").contains("“2416-b”");
    }

    @Test
    void unknownExtensionIsTold() {
        world.run(5);
        world.accounts.remove("2416");
        world.run(120);
        assertThat(first().cause()).isEqualTo(Cause.UNKNOWN_EXTENSION);
        assertThat(first().sentence()).contains("2416");
    }

    @Test
    void switchedOffPhoneFallsSilent() {
        world.run(120);
        world.phone().power(false);
        world.run(240);
        assertThat(world.path().condition()).isEqualTo(Condition.SILENT);
        assertThat(first().cause()).isEqualTo(Cause.LAPSED);
    }

    @Test
    void phoneWithoutNetworkNeverCallsIn() {
        TinyWorld cut = new TinyWorld();
        cut.phone().cable(false);
        cut.phone().power(true);
        cut.release();
        cut.run(30);
        assertThat(cut.findings()).isEmpty();
        cut.run(120);
        assertThat(cut.findings().get(0).cause()).isEqualTo(Cause.NEVER_CALLED_IN);
        cut.phone().cable(true);
        cut.run(15);
        assertThat(cut.path().rail()).startsWith("ppppppp");
    }

    @Test
    void oldConfigurationIsToldOnceTheUsualTimeIsOver() {
        world.run(60);
        world.phone().power(false);
        world.accounts.put("2416", new Account("2416", "2416-a", "RotatedPassword99999", 2));
        world.release();
        world.run(60);
        assertThat(world.findings()).isEmpty();
        world.run(1_000);
        assertThat(first().cause()).isEqualTo(Cause.STALE_CONFIG);
    }

    @Test
    void registrarNameThatDnsDoesNotKnowIsTold() {
        TinyWorld astray = new TinyWorld();
        astray.registrar = "voise.tarnholm.example";
        astray.release();
        astray.phone().power(true);
        astray.run(10);
        assertThat(astray.findings().get(0).cause()).isEqualTo(Cause.NAME_NOT_FOUND);
        assertThat(astray.findings().get(0).sentence()).contains("voise.tarnholm.example");
    }

    @Test
    void noPasswordIsEverWrittenIntoAFinding() {
        world.run(5);
        world.phone().crossLines(1, 2);
        world.run(15);
        assertThat(world.findings().toString()).doesNotContain("GoodPassword");
        assertThat(world.seen.stream().filter(SipSeen.class::isInstance).map(Object::toString))
                .noneMatch(text -> text.contains("GoodPassword"));
    }

    private void typed(String password) {
        world.run(5);
        world.phone().typePassword(1, password);
        world.run(15);
    }

    private Finding first() {
        return world.findings().get(0);
    }

    @Test
    void aStrangersDatagramMovesNobodysPath() {
        world.run(60);
        String before = world.path().rail();
        int seen = world.seen.size();
        for (String uri : List.of("sip:elsewhere.example", "sip:" + TinyWorld.DOMAIN)) {
            world.world.takeFromOutside(
                    new Endpoint("127.0.0.1", 40_000),
                    ("REGISTER " + uri + " SIP/2.0\r\nVia: SIP/2.0/UDP 127.0.0.1:40000;rport;branch=z9hG4bKx"
                                    + uri.length()
                                    + "\r\nFrom: <sip:2416@" + TinyWorld.DOMAIN + ">;tag=x\r\nTo: <sip:2416@"
                                    + TinyWorld.DOMAIN + ">\r\nCall-ID: hostile\r\nCSeq: 1 REGISTER\r\n"
                                    + "Contact: <sip:2416@127.0.0.1:40000>;+sip.instance=\"<urn:uuid:00000000-0000-1000-8000-024b7a00531c>\"\r\n"
                                    + "Content-Length: 0\r\n\r\n")
                            .getBytes(StandardCharsets.UTF_8));
        }
        assertThat(world.seen).hasSize(seen);
        assertThat(world.path().rail()).isEqualTo(before);
        assertThat(world.findings()).isEmpty();
    }

    @Test
    void oneLostDatagramInTwentyHoldsNoPhone() {
        world.run(120);
        world.world.lose(0.05);
        int looks = 0;
        int held = 0;
        for (int i = 0; i < 720; i++) {
            world.run(10);
            looks++;
            held += world.path().condition() == Condition.HELD ? 1 : 0;
        }
        System.out.println("5 % loss: held in " + held + " of " + looks + " looks");
        assertThat(held * 100).as("in hundredths of %d looks", looks).isLessThan(looks);
    }

    @Test
    void aPhoneThatIsHeldIsNeverHeldInSilence() {
        world.run(120);
        world.world.lose(1);
        int held = 0;
        for (int i = 0; i < 40; i++) {
            world.run(10);
            if (world.path().condition() == Condition.HELD) {
                held++;
                assertThat(world.findings()).as("at %s", world.path().at()).isNotEmpty();
            }
        }
        assertThat(held).isPositive();
    }
}
