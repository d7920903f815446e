package jordfell.lab.phone;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import jordfell.core.sip.SipMessage;
import jordfell.lab.net.Endpoint;
import jordfell.lab.registrar.Responses;

/** The lamps of a phone: those of its keys, and one for the messages of each of its lines. */
final class PhoneLamps {

    /** How a file names a key that shows whether an extension is busy. */
    private static final String WATCHES = "blf";

    private final SimPhone phone;
    private final PhoneEnvironment world;
    private final List<LampClient> lamps = new ArrayList<>();
    private final List<LineClient> asking = new ArrayList<>();

    PhoneLamps(SimPhone phone, PhoneEnvironment world) {
        this.phone = phone;
        this.world = world;
    }

    List<Lamp> lamps() {
        return lamps.stream().map(LampClient::lamp).toList();
    }

    /** A line is registered: its message lamp is lit through it, and, if it is the first, the lamps of the keys. */
    void registered(LineClient line, PhoneConfig config) {
        if (asking.contains(line)) {
            return;
        }
        boolean isFirst = asking.isEmpty();
        asking.add(line);
        String number = line.station().number();
        if (!line.station().messages().isEmpty()) {
            begin(new LampClient(phone, world.timeline(), line, "", number, true));
        }
        if (isFirst) {
            config.keys().stream()
                    .filter(key -> key.does().equals(WATCHES) && !key.target().isEmpty())
                    .forEach(key ->
                            begin(new LampClient(phone, world.timeline(), line, key.caption(), key.target(), false)));
        }
    }

    void stop() {
        lamps.forEach(LampClient::stop);
        lamps.clear();
        asking.clear();
    }

    /** Takes what belongs to a lamp; true if it did. */
    boolean receive(LineClient line, Endpoint from, SipMessage message) {
        Optional<LampClient> lamp = lamps.stream().filter(l -> l.owns(message)).findFirst();
        if (lamp.isEmpty()) {
            return false;
        }
        if (message.isResponse()) {
            lamp.get().answered(message);
        } else if (message.method().equals("NOTIFY")) {
            phone.send(line.self(), Responses.destination(message, from), Responses.to(message, from, 200));
            lamp.get().told(message);
        }
        return true;
    }

    private void begin(LampClient lamp) {
        lamps.add(lamp);
        lamp.begin();
    }
}
