package jordfell.lab.phone;

import java.time.Duration;
import java.util.HashMap;
import java.util.Map;
import jordfell.core.identity.MacAddress;

/**
 * What a phone keeps when it has no power, and how it is plugged in.
 *
 * @param model as it names itself in User-Agent: {@code Korrin K24}
 * @param address its address in the simulated network
 * @param site the site's part of the provisioning address, as DHCP told it
 * @param file the last file it took, empty when it is new
 * @param typed passwords typed by hand on the phone itself, by line
 * @param clockOff by how much its clock is ahead of the time
 * @param accounts set by hand on the phone itself, by line
 */
public record PhoneState(
        MacAddress mac,
        String model,
        String firmware,
        String address,
        String site,
        boolean powered,
        boolean cable,
        String file,
        String revision,
        Map<Integer, String> typed,
        Duration clockOff,
        Map<Integer, TypedAccount> accounts) {

    /** An account as somebody sets it on the phone itself. */
    public record TypedAccount(String number, String authUser, String password, String registrar) {
        @Override
        public String toString() {
            return "TypedAccount[" + number + "]";
        }
    }

    public PhoneState {
        typed = Map.copyOf(typed);
        accounts = Map.copyOf(accounts);
    }

    /** A phone out of its box. */
    public static PhoneState unboxed(MacAddress mac, String model, String firmware, String address, String site) {
        return new PhoneState(
                mac, model, firmware, address, site, false, true, "", "", Map.of(), Duration.ZERO, Map.of());
    }

    public PhoneState powered(boolean on) {
        return new PhoneState(
                mac, model, firmware, address, site, on, cable, file, revision, typed, clockOff, accounts);
    }

    public PhoneState cable(boolean in) {
        return new PhoneState(
                mac, model, firmware, address, site, powered, in, file, revision, typed, clockOff, accounts);
    }

    /** With a new file, which overwrites whatever was typed by hand. */
    public PhoneState file(String text, String newRevision) {
        return new PhoneState(
                mac, model, firmware, address, site, powered, cable, text, newRevision, Map.of(), clockOff, Map.of());
    }

    /** With other firmware. */
    public PhoneState firmware(String version) {
        return new PhoneState(
                mac, model, version, address, site, powered, cable, file, revision, typed, clockOff, accounts);
    }

    /** At another address. */
    PhoneState at(String other) {
        return new PhoneState(
                mac, model, firmware, other, site, powered, cable, file, revision, typed, clockOff, accounts);
    }

    /** With this password typed for a line. */
    public PhoneState typing(int line, String password) {
        Map<Integer, String> passwords = new HashMap<>(typed);
        passwords.put(line, password);
        return new PhoneState(
                mac, model, firmware, address, site, powered, cable, file, revision, passwords, clockOff, accounts);
    }

    /** With this account set by hand for a line. */
    public PhoneState having(int line, TypedAccount account) {
        Map<Integer, TypedAccount> more = new HashMap<>(accounts);
        more.put(line, account);
        return new PhoneState(
                mac, model, firmware, address, site, powered, cable, file, revision, typed, clockOff, more);
    }

    /** Somebody sets its clock. */
    public PhoneState clockOff(Duration ahead) {
        return new PhoneState(
                mac, model, firmware, address, site, powered, cable, file, revision, typed, ahead, accounts);
    }

    @Override
    public String toString() {
        return "PhoneState[" + mac + ", " + model + "]";
    }
}
