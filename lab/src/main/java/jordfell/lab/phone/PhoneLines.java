package jordfell.lab.phone;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import jordfell.core.sip.SipMessage;
import jordfell.core.sip.SipReader;
import jordfell.core.sip.SipReading;
import jordfell.lab.net.Endpoint;
import jordfell.lab.net.Transport;
import jordfell.lab.phone.PhoneConfig.Station;

/** The lines of a phone, each with a socket of its own: begun with what its file says, and stopped together. */
final class PhoneLines {

    private final SimPhone phone;
    private final PhoneEnvironment world;
    private final PhoneCalls calls;
    private final PhoneLamps lamps;
    private List<LineClient> lines = List.of();

    PhoneLines(SimPhone phone, PhoneEnvironment world, PhoneCalls calls, PhoneLamps lamps) {
        this.phone = phone;
        this.world = world;
        this.calls = calls;
        this.lamps = lamps;
    }

    boolean isEmpty() {
        return lines.isEmpty();
    }

    /** Those that run now; others once all were begun anew. */
    List<LineClient> running() {
        return lines;
    }

    Optional<LineClient> firstRegistered() {
        return lines.stream().filter(l -> l.registrar().isPresent()).findFirst();
    }

    /** What the message key of the line with this number dials. */
    Optional<String> messagesOf(String number) {
        return lines.stream()
                .map(LineClient::station)
                .filter(station ->
                        station.number().equals(number) && !station.messages().isEmpty())
                .map(Station::messages)
                .findFirst();
    }

    /** How each stands, in a few words. */
    String words() {
        return String.join(
                ", ",
                lines.stream()
                        .map(l -> l.station().number() + " "
                                + l.state().name().toLowerCase(Locale.ROOT).replace('_', ' '))
                        .toList());
    }

    void begin(List<Station> stations) {
        stop();
        List<LineClient> begun = new ArrayList<>();
        for (Station station : stations) {
            Endpoint self = new Endpoint(
                    phone.state().address(),
                    station.ownPort() + offset(station, stations),
                    station.manner().transport().orElse(Transport.UDP));
            LineClient line = new LineClient(phone, world.timeline(), station, self);
            begun.add(line);
            ways(line).forEach(at -> world.network().attach(at, (from, bytes) -> receive(line, from, bytes)));
        }
        lines = List.copyOf(begun);
        lines.forEach(LineClient::start);
    }

    void logOff() {
        lines.forEach(LineClient::logOff);
    }

    void stop() {
        lines.forEach(line -> {
            line.stop();
            ways(line).forEach(world.network()::detach);
        });
        lines = List.of();
    }

    /** Where it can be spoken with: in all ways, unless its file names one. */
    private static List<Endpoint> ways(LineClient line) {
        return line.station()
                .manner()
                .transport()
                .map(one -> List.of(line.self().by(one)))
                .orElseGet(() ->
                        Arrays.stream(Transport.values()).map(line.self()::by).toList());
    }

    /** Lines with the same port take the next ones, as one socket serves one line here. */
    private static int offset(Station station, List<Station> all) {
        return (int) all.stream()
                .filter(s -> s.position() < station.position() && s.ownPort() == station.ownPort())
                .count();
    }

    private void receive(LineClient line, Endpoint from, byte[] bytes) {
        if (!(SipReader.read(bytes) instanceof SipReading.Message read)) {
            return;
        }
        SipMessage message = read.message();
        if (message.isResponse() && line.owns(message)) {
            line.receive(message);
        } else if (!lamps.receive(line, from, message)) {
            calls.receive(line, from, message);
        }
    }
}
