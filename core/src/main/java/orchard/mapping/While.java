package orchard.mapping;

/** The condition under which a mapping acts. */
public sealed interface While {

    /** How it reads behind “while”, or "" for no condition. */
    String words();

    /** No condition. */
    record Always() implements While {
        @Override
        public String words() {
            return "";
        }
    }
}
