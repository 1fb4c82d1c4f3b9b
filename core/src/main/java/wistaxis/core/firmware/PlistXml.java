package wistaxis.core.firmware;

import static wistaxis.core.words.Say.t;

import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Base64;
import java.util.Deque;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import javax.xml.XMLConstants;
import javax.xml.parsers.ParserConfigurationException;
import javax.xml.parsers.SAXParser;
import javax.xml.parsers.SAXParserFactory;
import org.jspecify.annotations.Nullable;
import org.xml.sax.Attributes;
import org.xml.sax.SAXException;
import org.xml.sax.SAXParseException;
import org.xml.sax.ext.DefaultHandler2;
import wistaxis.core.facts.BadInput;
import wistaxis.core.facts.Shown;
import wistaxis.core.facts.Work;

/** The XML form: well-formed, without entities, not too deep, no key twice. Nothing is fetched, whatever the document type names. */
final class PlistXml extends DefaultHandler2 {
    private static final int ELEMENT = 16;
    private static final int LONGEST_NUMBER = 20;

    private final Work work;
    private final Deque<Open> open = new ArrayDeque<>();
    private @Nullable StringBuilder key;
    private @Nullable Object top;

    /** An element that is not ended yet. */
    private static final class Open {
        private final String name;
        private final StringBuilder text = new StringBuilder();
        private final List<Object> array = new ArrayList<>(0);
        private final Map<String, Object> dictionary = new LinkedHashMap<>(0);
        private @Nullable String key;

        Open(String name) {
            this.name = name;
        }

        /** Takes a value that ended inside of this element. */
        void take(Object value) {
            if (name.equals("array")) {
                array.add(value);
            } else if (!name.equals("dict")) {
                throw new BadInput(t("core.file.value-inside", "name", Shown.value(name)));
            } else if (key == null) {
                throw new BadInput(t("core.file.value-no-key"));
            } else {
                dictionary.put(key, value);
                key = null;
            }
        }

        Object value() {
            if (key != null) {
                throw new BadInput(t("core.file.key-no-value", "key", Shown.value(key)));
            }
            String bare = text.toString();
            return switch (name) {
                case "dict" -> dictionary;
                case "array" -> array;
                case "string" -> bare;
                case "integer" -> number(bare.strip());
                case "data" -> data(bare);
                case "true", "false", "real", "date" -> new Plist.Other("a " + name);
                default -> throw new BadInput(t("core.file.unknown-element", "name", Shown.value(name)));
            };
        }

        private static Object number(String digits) {
            try {
                return digits.length() > LONGEST_NUMBER ? new Plist.Other(t("core.file.kind.too-large")) : Long.decode(digits);
            } catch (NumberFormatException e) {
                throw new BadInput(t("core.file.not-number", "digits", Shown.value(digits)), e);
            }
        }

        private static byte[] data(String base64) {
            try {
                return Base64.getMimeDecoder().decode(base64);
            } catch (IllegalArgumentException e) {
                throw new BadInput(t("core.file.not-base64"), e);
            }
        }
    }

    private PlistXml(Work work) {
        this.work = work;
    }

    /** @throws BadInput saying what is wrong */
    static Object read(byte[] bytes, Work work) {
        PlistXml handler = new PlistXml(work);
        try {
            SAXParserFactory factory = SAXParserFactory.newDefaultInstance();
            factory.setFeature(XMLConstants.FEATURE_SECURE_PROCESSING, true);
            factory.setFeature("http://apache.org/xml/features/nonvalidating/load-external-dtd", false);
            factory.setFeature("http://xml.org/sax/features/external-general-entities", false);
            factory.setFeature("http://xml.org/sax/features/external-parameter-entities", false);
            SAXParser parser = factory.newSAXParser();
            parser.setProperty("http://xml.org/sax/properties/lexical-handler", handler);
            parser.setProperty("http://xml.org/sax/properties/declaration-handler", handler);
            parser.parse(new ByteArrayInputStream(bytes), handler);
        } catch (SAXParseException e) {
            throw broken(Math.max(0, e.getLineNumber()), e);
        } catch (SAXException | IOException e) {
            throw broken(0, e);
        } catch (ParserConfigurationException e) {
            throw new IllegalStateException("every Java reads XML", e);
        } catch (BadInput | Work.Stopped e) {
            throw e;
        } catch (RuntimeException e) {
            throw broken(0, e); // as with a bad letter in a DTD, found by fuzzing
        }
        if (handler.top == null) {
            throw new BadInput(t("core.file.empty-plist"));
        }
        return handler.top;
    }

    private static BadInput broken(int line, Exception e) {
        return new BadInput(t("core.file.broken-xml", "line", line, "why", String.valueOf(e.getMessage()).replaceFirst("\\.$", "")), e);
    }

    @Override
    public void startElement(String uri, String local, String name, Attributes attributes) {
        work.spend(ELEMENT);
        if (key != null) {
            throw new BadInput(t("core.file.inside-key", "name", Shown.value(name)));
        }
        if (!name.equals("key")) {
            open.addLast(new Open(name));
            Plist.deep(open.size());
        } else if (open.isEmpty() || !open.getLast().name.equals("dict")) {
            throw new BadInput(t("core.file.key-no-dictionary"));
        } else {
            key = new StringBuilder();
        }
    }

    @Override
    public void characters(char[] letters, int from, int length) {
        work.spend(length);
        if (key != null) {
            key.append(letters, from, length);
        } else if (!open.isEmpty()) {
            open.getLast().text.append(letters, from, length);
        }
    }

    @Override
    public void endElement(String uri, String local, String name) {
        if (key == null) {
            ended(open.removeLast());
            return;
        }
        Open in = open.getLast();
        String done = key.toString();
        Plist.key(done, work);
        if (in.dictionary.containsKey(done)) {
            throw Plist.twice(done);
        }
        if (in.key != null) {
            throw new BadInput(t("core.file.key-no-value", "key", Shown.value(in.key)));
        }
        in.key = done;
        key = null;
    }

    /** What stands right inside of the list is the value of it all; there is one. */
    private void ended(Open ended) {
        if (ended.name.equals("plist") && open.isEmpty()) {
            return;
        }
        Object value = ended.value();
        if (!open.isEmpty() && !(open.size() == 1 && open.getLast().name.equals("plist"))) {
            open.getLast().take(value);
        } else if (top == null) {
            top = value;
        } else {
            throw new BadInput(t("core.file.two-values"));
        }
    }

    @Override
    public void internalEntityDecl(String name, String value) {
        throw defined(name);
    }

    @Override
    public void externalEntityDecl(String name, @Nullable String publicId, String systemId) {
        throw defined(name);
    }

    private static BadInput defined(String name) {
        return new BadInput(t("core.file.defines-entity", "name", Shown.value(name)));
    }

    @Override
    public void skippedEntity(String name) {
        throw new BadInput(t("core.file.uses-entity", "name", Shown.value(name)));
    }

    @Override
    public void fatalError(SAXParseException e) throws SAXException {
        throw e;
    }
}
