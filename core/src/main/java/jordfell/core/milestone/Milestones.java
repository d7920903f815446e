package jordfell.core.milestone;

import java.time.Instant;
import java.util.Collections;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.TreeMap;
import java.util.function.Consumer;
import java.util.stream.Stream;
import jordfell.core.evidence.Evidence;
import jordfell.core.evidence.Observation;
import jordfell.core.evidence.Observation.AddressBanned;
import jordfell.core.evidence.Observation.BindingChanged;
import jordfell.core.evidence.Observation.ConfigRequested;
import jordfell.core.evidence.Observation.FirmwareAsked;
import jordfell.core.evidence.Observation.Leased;
import jordfell.core.evidence.Observation.Logged;
import jordfell.core.evidence.Observation.NameLookedUp;
import jordfell.core.evidence.Observation.PhonebookAsked;
import jordfell.core.evidence.Observation.Pinged;
import jordfell.core.evidence.Observation.TestCalled;
import jordfell.core.evidence.Observation.TlsRefused;
import jordfell.core.evidence.SipSeen;

/**
 * How far a device got, as its observations show: the size of this does not depend on how many there were.
 *
 * @param lines by extension, whether or not the records give it to the device
 * @param heardFirst its first REGISTER with the configuration that it has now, or ever if it took none
 * @param firmware the newest request for firmware
 * @param heardLast when any SIP came from it last
 * @param broken datagrams from it that were no SIP
 * @param watches its subscriptions, by {@link Watch#key}
 * @param books how it asks for its phonebooks, by slot
 * @param certificate handshakes that it broke off since it was heard last
 * @param ban of its address, since it was registered last
 * @param lease the newest of its address
 * @param offer the firmware that it is offered, and how often it was
 * @param complaint the newest that it wrote down of its own file not being as it should
 */
public record Milestones(
        Fetches fetches,
        LookUps lookUps,
        Map<String, LineMilestones> lines,
        Optional<Heard> heardFirst,
        Calls calls,
        Optional<FirmwareAsked> firmware,
        Optional<Instant> heardLast,
        Optional<BrokenRun> broken,
        Map<String, Watch> watches,
        Map<Integer, BookAsks> books,
        Optional<CertificateRefusals> certificate,
        Optional<AddressBanned> ban,
        Optional<Leased> lease,
        Optional<FirmwareOffer> offer,
        Optional<Logged> complaint) {

    public static final Milestones NONE = new Milestones(
            Fetches.NONE,
            LookUps.NONE,
            Map.of(),
            Optional.empty(),
            Calls.NONE,
            Optional.empty(),
            Optional.empty(),
            Optional.empty(),
            Map.of(),
            Map.of(),
            Optional.empty(),
            Optional.empty(),
            Optional.empty(),
            Optional.empty(),
            Optional.empty());

    /** A phone with all its sidecars has fewer lamps that matter to somebody. */
    static final int MOST_WATCHES = 128;

    /** An agent can name any number; those that were heard of last are kept. */
    static final int MOST_LINES = 64;

    private static final int MOST_BOOKS = 9;

    /** What is as urgent as this is an error (RFC 5424 §6.2.1). */
    private static final int ERROR = 3;

    private static final String OF_ITS_FILE = "FILE";

    public Milestones {
        lines = Collections.unmodifiableMap(new TreeMap<>(lines));
        // What was written before there were any has none.
        watches = Map.copyOf(Objects.requireNonNullElse(watches, Map.of()));
        books = Map.copyOf(Objects.requireNonNullElse(books, Map.of()));
        certificate = Objects.requireNonNullElse(certificate, Optional.empty());
        ban = Objects.requireNonNullElse(ban, Optional.empty());
        lease = Objects.requireNonNullElse(lease, Optional.empty());
        offer = Objects.requireNonNullElse(offer, Optional.empty());
        complaint = Objects.requireNonNullElse(complaint, Optional.empty());
    }

    /** Its subscription to an event of an extension, if it ever asked for one. */
    public Optional<Watch> watch(String event, String number) {
        return Optional.ofNullable(watches.get(Watch.key(event, number)));
    }

    /** All of these, in whatever order. */
    public static Milestones of(List<Observation> observations) {
        Milestones reached = NONE;
        for (Observation o : new Evidence(observations).all()) {
            reached = reached.after(o);
        }
        return reached;
    }

    /** What one more observation leads to; it must not be older than those before. */
    public Milestones after(Observation o) {
        if (o instanceof ConfigRequested request) {
            return after(request);
        } else if (o instanceof NameLookedUp lookUp) {
            return with(next -> next.lookUps = lookUps.after(lookUp));
        } else if (o instanceof SipSeen sip) {
            return after(sip);
        } else if (o instanceof BindingChanged binding) {
            Milestones moved = with(line(binding.number()).after(binding));
            return binding.change().live() && ban.isPresent() ? moved.with(next -> next.ban = Optional.empty()) : moved;
        } else if (o instanceof Pinged ping) {
            return with(line(ping.number()).after(ping));
        } else if (o instanceof TestCalled call) {
            return with(next -> next.calls = calls.after(call));
        } else if (o instanceof PhonebookAsked asked) {
            return after(asked);
        } else if (o instanceof AddressBanned banned) {
            return with(next -> next.ban = Optional.of(banned));
        } else if (o instanceof TlsRefused refused) {
            return with(next -> next.certificate = Optional.of(CertificateRefusals.after(certificate, refused)));
        } else if (o instanceof FirmwareAsked asked) {
            return with(next -> {
                next.firmware = Optional.of(asked);
                next.offer = FirmwareOffer.after(offer, asked);
            });
        } else if (o instanceof Leased leased) {
            return with(next -> next.lease = Optional.of(leased));
        } else if (o instanceof Logged line && isComplaint(line)) {
            return with(next -> next.complaint = Optional.of(line));
        }
        return this; // what was not kept moves nothing
    }

    private static boolean isComplaint(Logged line) {
        return line.severity() <= ERROR && line.subject().equals(OF_ITS_FILE);
    }

    /** When anything came from it last, or of it; empty if nothing ever did. */
    public Optional<Instant> lastSign() {
        return Stream.of(
                        heardLast,
                        fetches.answers().map(a -> a.newest().at()),
                        firmware.map(FirmwareAsked::at),
                        lookUps.last().map(NameLookedUp::at),
                        lease.map(Leased::at),
                        certificate.map(c -> c.newest().at()))
                .flatMap(Optional::stream)
                .max(Instant::compareTo);
    }

    /** How it asked for the phonebook of a slot, if it ever did. */
    public Optional<BookAsks> book(int slot) {
        return Optional.ofNullable(books.get(slot));
    }

    public LineMilestones line(String number) {
        return lines.getOrDefault(number, LineMilestones.none(number));
    }

    /** The same without what was seen of a number: it was given to the device anew. */
    public Milestones without(String number) {
        Map<String, LineMilestones> fewer = new TreeMap<>(lines);
        fewer.remove(number);
        return with(next -> next.lines = fewer);
    }

    /**
     * A new configuration has to prove itself: what was heard, called and watched with the one before is that one's.
     */
    private Milestones after(ConfigRequested request) {
        Fetches asked = fetches.after(request, this::isItsOwn);
        boolean another =
                !asked.taken().map(Fetches.Taken::since).equals(fetches.taken().map(Fetches.Taken::since));
        return with(next -> {
            next.fetches = asked;
            if (another) {
                next.heardFirst = Optional.empty();
                next.calls = Calls.NONE;
                next.watches = Map.of();
            }
        });
    }

    /** Whether it is at this address: it took a file there, or has a registration that came from there. */
    private boolean isItsOwn(String address) {
        return fetches.sources().contains(address)
                || lines.values().stream()
                        .flatMap(line -> line.binding().stream())
                        .anyMatch(b -> b.change().live() && b.peer().startsWith(address + ":"));
    }

    private Milestones after(PhonebookAsked asked) {
        // Anybody can ask for its file; once it took one, a refusal elsewhere says nothing of it.
        boolean anothers = !asked.served() && fetches.taken().isPresent() && !isItsOwn(asked.source());
        if (anothers || asked.slot() < 1 || asked.slot() > MOST_BOOKS) {
            return this;
        }
        Map<Integer, BookAsks> more = new HashMap<>(books);
        more.put(
                asked.slot(),
                BookAsks.after(book(asked.slot()), asked, fetches.answers().map(a -> a.newest())));
        return with(next -> next.books = more);
    }

    private Milestones after(SipSeen sip) {
        if (sip instanceof SipSeen.Broken garbled) {
            return with(next -> {
                next.heardLast = sip.toNode() ? Optional.of(sip.at()) : heardLast;
                next.broken = Optional.of(BrokenRun.after(broken, garbled));
            });
        }
        if (sip.asks("SUBSCRIBE") && sip.toNode() || sip.answers("SUBSCRIBE") && !sip.toNode()) {
            return watching((SipSeen.Message) sip);
        }
        Milestones heard = with(line(sip.number()).after((SipSeen.Message) sip));
        if (!sip.toNode()) {
            return heard;
        }
        boolean first = heardFirst.isEmpty() && sip.asks("REGISTER");
        return heard.with(next -> {
            next.heardFirst = first ? Optional.of(Heard.of((SipSeen.Request) sip)) : heardFirst;
            next.heardLast = Optional.of(sip.at());
            next.certificate = Optional.empty();
        });
    }

    private Milestones watching(SipSeen.Message sip) {
        Optional<Watch> moved = sip instanceof SipSeen.Request asks
                ? Optional.of(Watch.after(
                        Optional.ofNullable(watches.get(Watch.key(Watch.eventOf(asks.message()), asks.number()))),
                        asks))
                : watches.values().stream()
                        .filter(w -> w.callId().equals(sip.callId()))
                        .findFirst()
                        .map(w -> w.after((SipSeen.Response) sip));
        Map<String, Watch> more = new HashMap<>(watches);
        moved.ifPresent(watch -> more.put(watch.key(), watch));
        if (more.size() > MOST_WATCHES) {
            more.values().stream()
                    .min(Comparator.comparing(Watch::asked).thenComparing(w -> w.key()))
                    .ifPresent(oldest -> more.remove(oldest.key()));
        }
        return with(next -> {
            next.heardLast = sip.toNode() ? Optional.of(sip.at()) : heardLast;
            next.watches = more;
        });
    }

    private Milestones with(LineMilestones line) {
        if (line.isEmpty()) {
            return this;
        }
        Map<String, LineMilestones> more = new TreeMap<>(lines);
        more.put(line.number(), line);
        if (more.size() > MOST_LINES) {
            more.values().stream()
                    .min(Comparator.comparing(LineMilestones::movedAt))
                    .ifPresent(oldest -> more.remove(oldest.number()));
        }
        return with(next -> next.lines = more);
    }

    /** The same but for what is written into it. */
    private Milestones with(Consumer<Next> written) {
        Next next = new Next(this);
        written.accept(next);
        return next.done();
    }

    /** Milestones that are being written. */
    private static final class Next {

        private Fetches fetches;
        private LookUps lookUps;
        private Map<String, LineMilestones> lines;
        private Optional<Heard> heardFirst;
        private Calls calls;
        private Optional<FirmwareAsked> firmware;
        private Optional<Instant> heardLast;
        private Optional<BrokenRun> broken;
        private Map<String, Watch> watches;
        private Map<Integer, BookAsks> books;
        private Optional<CertificateRefusals> certificate;
        private Optional<AddressBanned> ban;
        private Optional<Leased> lease;
        private Optional<FirmwareOffer> offer;
        private Optional<Logged> complaint;

        private Next(Milestones now) {
            fetches = now.fetches;
            lookUps = now.lookUps;
            lines = now.lines;
            heardFirst = now.heardFirst;
            calls = now.calls;
            firmware = now.firmware;
            heardLast = now.heardLast;
            broken = now.broken;
            watches = now.watches;
            books = now.books;
            certificate = now.certificate;
            ban = now.ban;
            lease = now.lease;
            offer = now.offer;
            complaint = now.complaint;
        }

        private Milestones done() {
            return new Milestones(
                    fetches,
                    lookUps,
                    lines,
                    heardFirst,
                    calls,
                    firmware,
                    heardLast,
                    broken,
                    watches,
                    books,
                    certificate,
                    ban,
                    lease,
                    offer,
                    complaint);
        }
    }
}
