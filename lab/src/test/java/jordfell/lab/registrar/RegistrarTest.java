package jordfell.lab.registrar;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import jordfell.core.evidence.Observation.BindingChanged.Change;
import jordfell.core.roster.Domain.Expiry;
import jordfell.core.sip.DigestAlgorithm;
import jordfell.core.sip.DigestAnswer;
import jordfell.core.sip.DigestChallenge;
import jordfell.core.sip.SipHeaders;
import jordfell.core.sip.SipMessage;
import jordfell.lab.net.Endpoint;
import jordfell.lab.registrar.Accounts.Account;
import jordfell.lab.registrar.RegistrarEvent.BindingMoved;
import jordfell.lab.registrar.RegistrarEvent.ContactPinged;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.EnumSource;
import org.junit.jupiter.params.provider.ValueSource;

class RegistrarTest {

    private static final String DOMAIN = "voice.example";
    private static final Endpoint PHONE = new Endpoint("192.0.2.101", 5060);
    private final Map<String, Account> accounts = new HashMap<>();
    private Instant now = Instant.parse("2026-03-02T08:00:00Z");
    private Registrar registrar;
    private long cseq;
    private Outcome last = Outcome.NOTHING;

    @BeforeEach
    void setUp() {
        accounts.put("2416", new Account("2416", "2416-a", "right", 2));
        accounts.put("2417", new Account("2417", "2417-a", "other", 1));
        registrar = new Registrar(
                new Accounts() {
                    @Override
                    public Optional<Policy> domain(String name) {
                        return name.equals(DOMAIN)
                                ? Optional.of(new Policy(DOMAIN, "the realm", new Expiry(60, 300, 600)))
                                : Optional.empty();
                    }

                    @Override
                    public Optional<Account> find(String domain, String user) {
                        return Optional.ofNullable(accounts.get(user));
                    }
                },
                new Random(1));
    }

    private SipMessage register(String user, String contact) {
        return SipMessage.request("REGISTER", "sip:" + DOMAIN)
                .with("Via", "SIP/2.0/UDP 10.0.0.1:9;rport;branch=z9hG4bK" + cseq)
                .with("From", "<sip:" + user + "@" + DOMAIN + ">;tag=1")
                .with("To", "<sip:" + user + "@" + DOMAIN + ">")
                .with("Call-ID", "call-" + contact)
                .with("CSeq", ++cseq + " REGISTER")
                .with("Contact", contact);
    }

    private SipMessage send(SipMessage message) {
        last = registrar.handle("north", message, PHONE, now);
        return last.sends().get(last.sends().size() - 1).message();
    }

    private DigestChallenge challenge(SipMessage response, DigestAlgorithm algorithm) {
        return response.all("WWW-Authenticate").stream()
                .flatMap(h -> DigestChallenge.read(h).stream())
                .filter(c -> c.algorithm() == algorithm)
                .findFirst()
                .orElseThrow();
    }

    private SipMessage answered(SipMessage request, DigestChallenge challenge, String user, String password, int nc) {
        return request.with(
                "Authorization",
                DigestAnswer.to(challenge, user, password, "REGISTER", "sip:" + DOMAIN, "c", nc)
                        .header());
    }

    /** Registers as a phone does: is challenged, and answers. */
    private SipMessage registerRightly(String contact, String... headers) {
        SipMessage plain = with(register("2416", contact), headers);
        DigestChallenge asked = challenge(send(plain), DigestAlgorithm.SHA_256);
        return send(answered(with(register("2416", contact), headers), asked, "2416-a", "right", 1));
    }

    private static SipMessage with(SipMessage message, String... headers) {
        SipMessage result = message;
        for (int i = 0; i < headers.length; i += 2) {
            result = result.with(headers[i], headers[i + 1]);
        }
        return result;
    }

    private List<Change> changes() {
        return last.events().stream()
                .filter(BindingMoved.class::isInstance)
                .map(e -> ((BindingMoved) e).change())
                .toList();
    }

    @ParameterizedTest
    @EnumSource(DigestAlgorithm.class)
    void challengesAndThenAcceptsTheRightAnswer(DigestAlgorithm algorithm) {
        SipMessage challenged = send(register("2416", "<sip:2416@192.0.2.101>"));
        assertThat(challenged.status()).isEqualTo(401);
        DigestChallenge asked = challenge(challenged, algorithm);
        assertThat(asked.realm()).isEqualTo("the realm");
        assertThat(asked.stale()).isFalse();
        SipMessage ok = send(answered(register("2416", "<sip:2416@192.0.2.101>"), asked, "2416-a", "right", 1));
        assertThat(ok.status()).isEqualTo(200);
        assertThat(changes()).containsExactly(Change.ADDED);
        assertThat(SipHeaders.contacts(ok).get(0).param("expires")).hasValue("300");
    }

    @Test
    void respondsToWhereTheRequestCameFrom() {
        send(register("2416", "<sip:2416@192.0.2.101>"));
        assertThat(last.sends().get(0).to()).isEqualTo(PHONE);
        assertThat(last.sends().get(0).message().first("Via"))
                .hasValueSatisfying(
                        via -> assertThat(via).contains(";rport=5060").contains(";received=192.0.2.101"));
    }

    @Test
    void strongerAlgorithmIsOfferedFirst() {
        assertThat(send(register("2416", "<sip:a@b>")).all("WWW-Authenticate"))
                .hasSize(2)
                .first()
                .satisfies(h -> assertThat(h).contains("SHA-256"));
    }

    @ParameterizedTest
    @CsvSource({"2416-a, wrong, 403", "2416, right, 403", "2417-a, other, 403"})
    void refusesWrongUserAndWrongPassword(String user, String password, int status) {
        DigestChallenge asked = challenge(send(register("2416", "<sip:a@b>")), DigestAlgorithm.MD5);
        assertThat(send(answered(register("2416", "<sip:a@b>"), asked, user, password, 1))
                        .status())
                .isEqualTo(status);
        assertThat(changes()).isEmpty();
    }

    @ParameterizedTest
    @ValueSource(strings = {"9999", "", "2416%20"})
    void doesNotKnowStrangers(String user) {
        assertThat(send(register(user.isEmpty() ? "nobody" : user, "<sip:a@b>")).status())
                .isEqualTo(404);
    }

    @Test
    void doesNotKnowOtherDomains() {
        SipMessage elsewhere = register("2416", "<sip:a@b>").withStartLine("REGISTER sip:elsewhere.example SIP/2.0");
        assertThat(send(elsewhere).status()).isEqualTo(404);
    }

    @Test
    void oldNonceIsStaleForWhoKnowsThePassword() {
        DigestChallenge asked = challenge(send(register("2416", "<sip:a@b>")), DigestAlgorithm.MD5);
        now = now.plus(Registrar.NONCE_LIFETIME).plusSeconds(1);
        SipMessage right = send(answered(register("2416", "<sip:a@b>"), asked, "2416-a", "right", 1));
        assertThat(right.status()).isEqualTo(401);
        assertThat(challenge(right, DigestAlgorithm.MD5).stale()).isTrue();
        SipMessage wrong = send(answered(register("2416", "<sip:a@b>"), asked, "2416-a", "wrong", 1));
        assertThat(challenge(wrong, DigestAlgorithm.MD5).stale()).isFalse();
    }

    @Test
    void foreignNonceIsNotAccepted() {
        DigestChallenge forged = new DigestChallenge("the realm", "Zm9yZ2Vk", DigestAlgorithm.MD5, false);
        assertThat(send(answered(register("2416", "<sip:a@b>"), forged, "2416-a", "right", 1))
                        .status())
                .isEqualTo(401);
        DigestChallenge noBase64 = new DigestChallenge("the realm", "%%%", DigestAlgorithm.MD5, false);
        assertThat(send(answered(register("2416", "<sip:a@b>"), noBase64, "2416-a", "right", 1))
                        .status())
                .isEqualTo(401);
    }

    @Test
    void nonceCountMustRise() {
        DigestChallenge asked = challenge(send(register("2416", "<sip:a@b>")), DigestAlgorithm.MD5);
        assertThat(send(answered(register("2416", "<sip:a@b>"), asked, "2416-a", "right", 1))
                        .status())
                .isEqualTo(200);
        assertThat(send(answered(register("2416", "<sip:a@b>"), asked, "2416-a", "right", 2))
                        .status())
                .isEqualTo(200);
        SipMessage replayed = send(answered(register("2416", "<sip:a@b>"), asked, "2416-a", "right", 2));
        assertThat(replayed.status()).isEqualTo(401);
        assertThat(challenge(replayed, DigestAlgorithm.MD5).stale()).isTrue();
    }

    @Test
    void changedPasswordCountsAtOnce() {
        DigestChallenge asked = challenge(send(register("2416", "<sip:a@b>")), DigestAlgorithm.MD5);
        accounts.put("2416", new Account("2416", "2416-a", "rotated", 2));
        assertThat(send(answered(register("2416", "<sip:a@b>"), asked, "2416-a", "right", 1))
                        .status())
                .isEqualTo(403);
    }

    @ParameterizedTest
    @CsvSource({"60, 60", "300, 300", "600, 600", "86400, 600"})
    void grantsNoMoreThanTheLongest(String asked, String granted) {
        SipMessage ok = registerRightly("<sip:a@192.0.2.101>", "Expires", asked);
        assertThat(SipHeaders.contacts(ok).get(0).param("expires")).hasValue(granted);
    }

    @Test
    void refusesTooShortAnExpiryAndSaysTheShortest() {
        SipMessage refused = registerRightly("<sip:a@192.0.2.101>", "Expires", "59");
        assertThat(refused.status()).isEqualTo(423);
        assertThat(refused.first("Min-Expires")).hasValue("60");
    }

    @Test
    void contactsOwnWishGoesBeforeTheMessages() {
        SipMessage ok = registerRightly("<sip:a@192.0.2.101>;expires=100", "Expires", "500");
        assertThat(SipHeaders.contacts(ok).get(0).param("expires")).hasValue("100");
    }

    @Test
    void refreshesTheSameContactAndEndsItWhenItsTimeIsOver() {
        registerRightly("<sip:a@192.0.2.101>", "Expires", "100");
        registerRightly("<sip:a@192.0.2.101>", "Expires", "100");
        assertThat(changes()).containsExactly(Change.REFRESHED);
        now = now.plusSeconds(99);
        last = registrar.tick(now);
        assertThat(changes()).isEmpty();
        now = now.plusSeconds(1);
        last = registrar.tick(now);
        assertThat(changes()).containsExactly(Change.EXPIRED);
    }

    @Test
    void unregistersOneContactOrAll() {
        registerRightly("<sip:a@192.0.2.101>");
        registerRightly("<sip:b@192.0.2.102>");
        registerRightly("<sip:a@192.0.2.101>;expires=0");
        assertThat(changes()).containsExactly(Change.REMOVED);
        SipMessage ok = registerRightly("*", "Expires", "0");
        assertThat(ok.status()).isEqualTo(200);
        assertThat(ok.all("Contact")).isEmpty();
        assertThat(changes()).containsExactly(Change.REMOVED);
    }

    @Test
    void starNeedsExpiryZeroAndStandsAlone() {
        assertThat(registerRightly("*").status()).isEqualTo(400);
        assertThat(registerRightly("*, <sip:a@b>", "Expires", "0").status()).isEqualTo(400);
    }

    @Test
    void oneContactTooManyIsRefusedAndHarmsNone() {
        registerRightly("<sip:a@192.0.2.101>");
        registerRightly("<sip:b@192.0.2.102>");
        SipMessage refused = registerRightly("<sip:c@192.0.2.103>");
        assertThat(refused.status()).isEqualTo(403);
        assertThat(refused.first("Warning"))
                .hasValueSatisfying(w -> assertThat(w).contains("2 contacts"));
        assertThat(registerRightly("<sip:a@192.0.2.101>").status()).isEqualTo(200);
    }

    @Test
    void sameInstanceAtANewAddressReplacesItself() {
        String instance = ";+sip.instance=\"<urn:uuid:00000000-0000-1000-8000-024b7a00531c>\"";
        registerRightly("<sip:a@192.0.2.101>" + instance);
        SipMessage ok = registerRightly("<sip:a@192.0.2.202>" + instance);
        assertThat(changes()).containsExactly(Change.REFRESHED);
        assertThat(SipHeaders.contacts(ok))
                .singleElement()
                .satisfies(c -> assertThat(c.host()).isEqualTo("192.0.2.202"));
    }

    @Test
    void withoutContactItListsTheBindings() {
        registerRightly("<sip:a@192.0.2.101>");
        SipMessage query = register("2416", "x");
        query = query.withoutFirst("Contact");
        DigestChallenge asked = challenge(send(query), DigestAlgorithm.MD5);
        SipMessage ok = send(answered(query.replacing("CSeq", ++cseq + " REGISTER"), asked, "2416-a", "right", 1));
        assertThat(SipHeaders.contacts(ok)).hasSize(1);
        assertThat(changes()).isEmpty();
    }

    @ParameterizedTest
    @ValueSource(strings = {"From", "To", "Call-ID", "CSeq"})
    void requestsThatLackAHeaderAreBad(String header) {
        assertThat(send(register("2416", "<sip:a@b>").withoutFirst(header)).status())
                .isEqualTo(400);
    }

    @Test
    void requestsWithoutAWayBackAreDropped() {
        Outcome dropped =
                registrar.handle("north", register("2416", "<sip:a@b>").withoutFirst("Via"), PHONE, now);
        assertThat(dropped.sends()).isEmpty();
    }

    @ParameterizedTest
    @CsvSource({"OPTIONS, 200", "SUBSCRIBE, 405", "PUBLISH, 405"})
    void answersOtherMethods(String method, int status) {
        SipMessage request = register("2416", "<sip:a@b>")
                .withStartLine(method + " sip:" + DOMAIN + " SIP/2.0")
                .replacing("CSeq", "1 " + method);
        assertThat(send(request).status()).isEqualTo(status);
    }

    @Test
    void strangersMayNotCall() {
        SipMessage invite = register("2416", "<sip:a@b>")
                .withStartLine("INVITE sip:2416@" + DOMAIN + " SIP/2.0")
                .replacing("CSeq", "1 INVITE");
        assertThat(send(invite).status()).isEqualTo(403);
    }

    @Test
    void callToNobodyIsSaidToBeUnavailable() {
        registerRightly("<sip:2416@192.0.2.101>");
        SipMessage invite = register("2416", "<sip:2416@192.0.2.101>")
                .withStartLine("INVITE sip:2417@" + DOMAIN + " SIP/2.0")
                .replacing("To", "<sip:2417@" + DOMAIN + ">")
                .replacing("CSeq", "1 INVITE");
        assertThat(send(invite).status()).isEqualTo(480);
        assertThat(send(invite.withStartLine("INVITE sip:7777@" + DOMAIN + " SIP/2.0")
                                .replacing("To", "<sip:7777@" + DOMAIN + ">"))
                        .status())
                .isEqualTo(404);
        assertThat(send(invite.with("Max-Forwards", "0")).status()).isEqualTo(483);
    }

    @Test
    void callIsForwardedToTheContactsSource() {
        registerRightly("<sip:2416@10.9.9.9:7777>");
        registrar.addService("test-call", new Endpoint("192.0.2.9", 5060));
        SipMessage invite = register("test-call", "<sip:test-call@192.0.2.9>")
                .withStartLine("INVITE sip:2416@" + DOMAIN + " SIP/2.0")
                .replacing("To", "<sip:2416@" + DOMAIN + ">")
                .replacing("CSeq", "1 INVITE");
        last = registrar.handle("north", invite, new Endpoint("192.0.2.9", 5060), now);
        assertThat(last.sends()).singleElement().satisfies(out -> {
            assertThat(out.to()).isEqualTo(PHONE);
            assertThat(out.message().first("Max-Forwards")).hasValue("69");
            assertThat(out.message().all("Via")).hasSize(2);
            assertThat(out.message().first("Record-Route")).isPresent();
        });
    }

    @Test
    void contactsAreAskedWhetherTheyAreThere() {
        registerRightly("<sip:2416@192.0.2.101>");
        now = now.plusSeconds(3);
        last = registrar.tick(now);
        SipMessage options = last.sends().get(0).message();
        assertThat(options.method()).isEqualTo("OPTIONS");
        last = registrar.handle("north", Responses.to(options, PHONE, 200), PHONE, now);
        assertThat(last.events())
                .singleElement()
                .satisfies(e -> assertThat(((ContactPinged) e).answered()).isTrue());
    }

    @Test
    void anUnansweredQuestionIsAskedAgainBeforeItIsGivenUp() {
        registerRightly("<sip:2416@192.0.2.101>");
        now = now.plusSeconds(3);
        SipMessage first = registrar.tick(now).sends().get(0).message();
        List<Integer> askedAfter = new ArrayList<>();
        for (int second = 1; second <= 15; second++) {
            now = now.plusSeconds(1);
            last = registrar.tick(now);
            if (!last.sends().isEmpty()) {
                askedAfter.add(second);
                assertThat(last.sends().get(0).message().text()).isEqualTo(first.text());
            }
        }
        assertThat(askedAfter).containsExactly(1, 3, 7, 11);
        assertThat(last.events())
                .singleElement()
                .satisfies(e -> assertThat(((ContactPinged) e).answered()).isFalse());
    }

    @Test
    void aRequestThatComesAgainIsAnsweredAsBeforeAndDoneOnce() {
        DigestChallenge asked = challenge(send(register("2416", "<sip:2416@192.0.2.101>")), DigestAlgorithm.SHA_256);
        SipMessage proven = answered(register("2416", "<sip:2416@192.0.2.101>"), asked, "2416-a", "right", 1);
        SipMessage ok = send(proven);
        assertThat(ok.status()).isEqualTo(200);
        assertThat(changes()).containsExactly(Change.ADDED);
        now = now.plusMillis(500);
        assertThat(send(proven).text()).isEqualTo(ok.text());
        assertThat(changes()).isEmpty();
        now = now.plusSeconds(33);
        assertThat(send(proven).status())
                .as("after 64 × T1 it is no retransmission any more")
                .isNotEqualTo(200);
    }

    @Test
    void noticeOfANewConfigurationGoesToEveryContact() {
        registerRightly("<sip:a@192.0.2.101>");
        registerRightly("<sip:b@192.0.2.102>");
        assertThat(registrar
                        .notifyProfile(DOMAIN, "2416", Optional.empty(), false, now)
                        .sends())
                .hasSize(2)
                .allSatisfy(out -> assertThat(out.message().first("Event"))
                        .hasValueSatisfying(e -> assertThat(e).startsWith("ua-profile")));
        assertThat(registrar
                        .notifyProfile(DOMAIN, "2417", Optional.empty(), false, now)
                        .sends())
                .isEmpty();
    }

    @Test
    void answersThatNobodyWaitsForAreDropped() {
        SipMessage stray =
                SipMessage.response(200, "OK").with("Call-ID", "ping-99").with("CSeq", "1 OPTIONS");
        assertThat(registrar.handle("north", stray, PHONE, now)).isEqualTo(Outcome.NOTHING);
    }

    @Test
    void manyUnansweredChallengesCostNothing() {
        for (int i = 0; i < 10_000; i++) {
            send(register("2416", "<sip:a@b>"));
        }
        assertThat(registrar.tick(now.plus(Duration.ofHours(1))).events()).isEmpty();
    }
}
