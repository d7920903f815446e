package jordfell.lab.phone;

import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import jordfell.core.media.Codec;
import jordfell.lab.net.Transport;

/**
 * What a phone took from its file.
 *
 * @param askEvery seconds between two looks for changes
 * @param tryAgain seconds to wait after a refused registration
 * @param values everything that the file says, by the dialect's own words
 * @param talk how it speaks in a call
 * @param books its phonebooks
 * @param habits what else it does by itself
 */
public record PhoneConfig(
        String name,
        List<Station> stations,
        int askEvery,
        int tryAgain,
        List<Key> keys,
        Upkeep upkeep,
        Dials dials,
        Map<String, String> values,
        Talk talk,
        Books books,
        Habits habits) {

    public PhoneConfig {
        stations = List.copyOf(stations);
        keys = List.copyOf(keys);
        values = Map.copyOf(values);
    }

    /** One that is told no more than this; it goes on by what phones usually do. */
    static PhoneConfig of(
            String name,
            List<Station> stations,
            int askEvery,
            int tryAgain,
            List<Key> keys,
            Map<String, String> values) {
        return new PhoneConfig(
                name,
                stations,
                askEvery,
                tryAgain,
                keys,
                Upkeep.NONE,
                Dials.WHATEVER,
                values,
                Talk.USUAL,
                Books.NONE,
                Habits.NONE);
    }

    /** The same, looking after itself so. */
    PhoneConfig keeping(Upkeep way) {
        return new PhoneConfig(name, stations, askEvery, tryAgain, keys, way, dials, values, talk, books, habits);
    }

    /** The same, making this of keys that are pressed. */
    PhoneConfig dialling(Dials way) {
        return new PhoneConfig(name, stations, askEvery, tryAgain, keys, upkeep, way, values, talk, books, habits);
    }

    /** The same, with these habits. */
    PhoneConfig living(Habits way) {
        return new PhoneConfig(name, stations, askEvery, tryAgain, keys, upkeep, dials, values, talk, books, way);
    }

    /** The same, speaking what a list names, best first; nothing of it that this Lab knows is nothing at all. */
    PhoneConfig speaking(String list) {
        return talking(new Talk(Codec.list(list), talk.tones()));
    }

    /** The same, sending pressed keys in this way, as files name it, by this payload type. */
    PhoneConfig pressing(String way, int payload) {
        return talking(new Talk(talk.voices(), new Tones(Tones.Way.of(way), payload)));
    }

    /** The same, taking phonebooks. */
    PhoneConfig reading(Books taken) {
        return new PhoneConfig(name, stations, askEvery, tryAgain, keys, upkeep, dials, values, talk, taken, habits);
    }

    private PhoneConfig talking(Talk other) {
        return new PhoneConfig(name, stations, askEvery, tryAgain, keys, upkeep, dials, values, other, books, habits);
    }

    /**
     * How it speaks in a call.
     *
     * @param voices the codecs that it offers and takes, best first
     */
    public record Talk(List<Codec> voices, Tones tones) {

        /** Where the file says nothing of it. */
        static final Talk USUAL =
                new Talk(List.of(Codec.G722, Codec.PCMA, Codec.PCMU), new Tones(Tones.Way.EVENT, Tones.USUAL_PAYLOAD));

        public Talk {
            voices = List.copyOf(voices);
        }
    }

    /**
     * Its phonebooks.
     *
     * @param files one for each slot; empty for a slot that has none
     * @param every seconds between two requests for each
     * @param looksUp whether callers are looked up in them
     */
    public record Books(List<String> files, int every, boolean looksUp) {
        static final Books NONE = new Books(List.of(), 86_400, false);

        public Books {
            files = List.copyOf(files);
        }
    }

    /**
     * How keys travel that are pressed in a call.
     *
     * @param payload the RTP payload type of {@link Way#EVENT}
     */
    public record Tones(Way way, int payload) {

        static final int USUAL_PAYLOAD = 101;

        /** RFC 4733, RFC 6086, or in the speech itself. */
        public enum Way {
            EVENT,
            INFO,
            IN_BAND;

            /** As files name it. */
            static Way of(String word) {
                return switch (word) {
                    case "info" -> INFO;
                    case "inband" -> IN_BAND;
                    default -> EVENT;
                };
            }
        }

        /** The payload type that is offered; 0 for none. */
        int offered() {
            return way == Way.EVENT ? payload : 0;
        }
    }

    /**
     * What it makes of keys that are pressed.
     *
     * @param map its digit map; empty for none
     * @param emergency numbers that it sends at once, with commas between them
     * @param pickUp what the key of a lamp that blinks dials before the number; empty if it just calls
     */
    public record Dials(String map, int timerSeconds, String emergency, String pickUp) {
        static final Dials WHATEVER = new Dials("", 4, "", "");
    }

    /**
     * One line of the phone.
     *
     * @param messages what its message key dials; empty if it has no use for one
     */
    public record Station(
            int position,
            String number,
            String authUser,
            String password,
            String home,
            int lease,
            int ownPort,
            Manner manner,
            Sends sends,
            String messages) {

        Station(
                int position,
                String number,
                String authUser,
                String password,
                String home,
                int lease,
                int ownPort,
                Manner manner) {
            this(position, number, authUser, password, home, lease, ownPort, manner, Sends.NOWHERE, "");
        }

        /** As the phone makes it of what somebody set on it: the rest is what it came with. */
        static Station byHand(int position, PhoneState.TypedAccount account) {
            return new Station(
                    position,
                    account.number(),
                    account.authUser(),
                    account.password(),
                    account.registrar(),
                    600,
                    5059 + position,
                    Manner.bySrv("udp", 0));
        }

        /** The same with a password that somebody typed. */
        Station withPassword(String typed) {
            return new Station(position, number, authUser, typed, home, lease, ownPort, manner, sends, messages);
        }

        /** The same, sending calls on. */
        Station sending(Sends to) {
            return new Station(position, number, authUser, password, home, lease, ownPort, manner, to, messages);
        }

        /** The same, with what its message key dials. */
        Station hearing(String mailbox) {
            return new Station(position, number, authUser, password, home, lease, ownPort, manner, sends, mailbox);
        }

        @Override
        public String toString() {
            return "Station[" + position + ", " + number + "]";
        }
    }

    /**
     * How a line looks for its registrars and keeps its registration.
     *
     * @param byList whether the home and the backup are hosts of their own, rather than a name with SRV records
     * @param port the registrars' port when they are found by list; 0 for the usual one
     * @param refreshPercent of the granted time after which the line registers again
     * @param transport how its SIP travels; empty for as its domain’s NAPTR records say
     * @param keepAlive seconds between two empty datagrams that keep the router’s way open; 0 for none
     */
    public record Manner(
            boolean byList, String backup, int port, int refreshPercent, Optional<Transport> transport, int keepAlive) {

        /** With the names that all dialects use for transports. */
        static Manner of(boolean byList, String backup, int port, int refreshPercent, String transport, int keepAlive) {
            return new Manner(byList, backup, port, refreshPercent, transport(transport), keepAlive);
        }

        /** By its domain’s records, as most do. */
        static Manner bySrv(String transport, int keepAlive) {
            return of(false, "", 0, 80, transport, keepAlive);
        }

        private static Optional<Transport> transport(String name) {
            return name.equals("dns")
                    ? Optional.empty()
                    : Arrays.stream(Transport.values())
                            .filter(t -> t.param().equals(name))
                            .findFirst()
                            .or(() -> Optional.of(Transport.UDP));
        }
    }

    /**
     * What it does by itself.
     *
     * @param spread seconds over which phones spread that get power at the same moment
     * @param timeServer where it asks for the time; empty for nowhere
     * @param clockEvery seconds between two such questions
     * @param checksNames whether a server’s certificate must fit its name
     * @param log what it writes down, and for whom
     */
    public record Habits(int spread, String timeServer, int clockEvery, boolean checksNames, Log log) {
        static final Habits NONE = new Habits(0, "", 3_600, true, Log.NONE);
    }

    /**
     * What it writes down.
     *
     * @param level the least urgent that is written (RFC 5424 §6.2.1), 0 to 7
     * @param target who is sent it; empty for nobody
     */
    public record Log(int level, String target, int port) {
        static final Log NONE = new Log(4, "", 514);
    }

    /**
     * Where a line sends its calls on by itself; empty for nowhere.
     *
     * @param afterSeconds how long it rings before {@code unanswered}
     */
    public record Sends(String always, String unanswered, int afterSeconds) {
        static final Sends NOWHERE = new Sends("", "", 0);
    }

    /** A programmable key. */
    public record Key(int position, String does, String target, String caption) {}

    /**
     * How the phone looks after itself.
     *
     * @param user with whom it fetches files; empty for what it was told when it was plugged in
     * @param firmware the version it should run; empty for whichever it has
     */
    public record Upkeep(String user, String password, String firmware) {
        static final Upkeep NONE = new Upkeep("", "", "");

        @Override
        public String toString() {
            return "Upkeep[" + firmware + "]";
        }
    }
}
