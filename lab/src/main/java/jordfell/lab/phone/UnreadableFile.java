package jordfell.lab.phone;

/** A file that a phone will not take; the message says where and why. */
public class UnreadableFile extends Exception {
    UnreadableFile(String what) {
        super(what);
    }
}
