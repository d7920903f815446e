package jordfell.core.provision;

import jordfell.core.roster.SipPassword;

/** The name and password with which one device fetches its files, made from what only the server knows. */
public record FetchPassword(String user, String password) {

    /**
     * Those of a device.
     *
     * @param seal 32 bytes or more that only the server can make for this device; one character comes of each
     */
    public static FetchPassword of(long deviceId, byte[] seal) {
        StringBuilder text = new StringBuilder();
        // A byte falls on one of 44 characters not quite evenly: 20 of them are 106 bits all the same.
        for (int i = 0; i < SipPassword.LENGTH; i++) {
            text.append(SipPassword.ALPHABET.charAt((seal[i] & 0xff) % SipPassword.ALPHABET.length()));
        }
        return new FetchPassword("phone-" + deviceId, text.toString());
    }

    @Override
    public String toString() {
        return "FetchPassword[" + user + "]";
    }
}
