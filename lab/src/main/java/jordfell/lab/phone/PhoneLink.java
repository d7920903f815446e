package jordfell.lab.phone;

import java.time.Duration;
import java.util.Map;
import java.util.Optional;
import java.util.function.Consumer;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import jordfell.lab.dhcp.DhcpMessage;
import jordfell.lab.dhcp.DhcpMessage.Kind;

/** The link of a phone: the lease of its address, and what came with it (RFC 2131 §4.4). */
final class PhoneLink {

    private static final Duration ANSWERED_AFTER = Duration.ofMillis(5);
    private static final Duration FIRST_PAUSE = Duration.ofSeconds(4);
    private static final Duration LONGEST_PAUSE = Duration.ofSeconds(64);

    /** The site's part of a provisioning address: {@code http://host:8080/p/pier-k3f9/}. */
    private static final Pattern SITE = Pattern.compile(".*/p/([A-Za-z0-9_-]+)/?");

    private final SimPhone phone;
    private final PhoneEnvironment world;
    private boolean isUp;
    private String told = "";
    private Runnable waiting = () -> {};

    PhoneLink(SimPhone phone, PhoneEnvironment world) {
        this.phone = phone;
        this.world = world;
    }

    /** Whether it has an address. */
    boolean isUp() {
        return isUp;
    }

    /** Where it fetches: the site's part of the address; empty if nobody told it one. */
    String site() {
        return !told.isEmpty()
                ? told
                : world.leases().isTyped(phone.state().site()) ? phone.state().site() : "";
    }

    /** Asks for an address until it has one, and goes on then. */
    void begin(Runnable then) {
        waiting = then;
        discover(FIRST_PAUSE);
    }

    /** Somebody plugged the cable in: it asks at once. */
    void plugged() {
        if (!isUp) {
            discover(FIRST_PAUSE);
        }
    }

    void forget() {
        isUp = false;
        told = "";
        waiting = () -> {};
    }

    private void discover(Duration pause) {
        ask(new DhcpMessage(Kind.DISCOVER, token(), phone.mac(), "", Map.of()), offer -> request(offer), () -> {
            Duration longer = pause.multipliedBy(2);
            world.timeline().after(pause, phone.inThisLife(() -> {
                if (!isUp) {
                    discover(longer.compareTo(LONGEST_PAUSE) < 0 ? longer : LONGEST_PAUSE);
                }
            }));
        });
    }

    private void request(DhcpMessage offer) {
        Map<Integer, byte[]> wish = Map.of(
                DhcpMessage.SERVER, offer.options().get(DhcpMessage.SERVER),
                DhcpMessage.REQUESTED, octets(offer.offered()));
        ask(new DhcpMessage(Kind.REQUEST, offer.transaction(), phone.mac(), "", wish), this::lease, () -> {});
    }

    private void lease(DhcpMessage ack) {
        if (ack.kind() == Kind.NAK) {
            phone.restart(); // its address is none of this network any more (RFC 2131 §4.4.5)
        }
        if (ack.kind() != Kind.ACK) {
            return;
        }
        phone.isAt(ack.offered());
        boolean begins = !isUp;
        isUp = true;
        told = provisioning(ack)
                .map(SITE::matcher)
                .filter(Matcher::matches)
                .map(m -> m.group(1))
                .orElse("");
        world.timeline()
                .after(Duration.ofSeconds(ack.seconds(DhcpMessage.LASTS) / 2), phone.inThisLife(() -> renew(ack)));
        if (begins) {
            waiting.run();
        }
    }

    /** At half of its time; while the lease runs out unanswered it is used on, since nobody else is given the address. */
    private void renew(DhcpMessage before) {
        ask(
                new DhcpMessage(
                        Kind.REQUEST,
                        token(),
                        phone.mac(),
                        "",
                        Map.of(DhcpMessage.REQUESTED, octets(before.offered()))),
                this::lease,
                () -> world.timeline()
                        .after(
                                Duration.ofSeconds(before.seconds(DhcpMessage.LASTS) / 8),
                                phone.inThisLife(() -> renew(before))));
    }

    private void ask(DhcpMessage message, Consumer<DhcpMessage> answered, Runnable unanswered) {
        Optional<DhcpMessage> answer = world.network().isPlugged(phone.state().address())
                ? world.leases()
                        .ask(phone.state().site(), message.bytes())
                        .flatMap(DhcpMessage::read)
                        .filter(a -> a.transaction() == message.transaction())
                : Optional.empty();
        if (answer.isPresent()) {
            world.timeline().after(ANSWERED_AFTER, phone.inThisLife(() -> answered.accept(answer.get())));
        } else {
            unanswered.run();
        }
    }

    /** Option 66 (RFC 2132 §9.4), or else 160. */
    private static Optional<String> provisioning(DhcpMessage ack) {
        return ack.text(66).or(() -> ack.text(160));
    }

    private int token() {
        return world.random().nextInt();
    }

    private static byte[] octets(String address) {
        String[] parts = address.split("\\.", -1);
        byte[] octets = new byte[4];
        for (int i = 0; i < 4; i++) {
            octets[i] = (byte) Integer.parseInt(parts[i]);
        }
        return octets;
    }
}
