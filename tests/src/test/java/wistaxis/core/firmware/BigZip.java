package wistaxis.core.firmware;

import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.channels.FileChannel;
import java.nio.charset.StandardCharsets;

/** Writes a large archive of stored entries without writing their data: a sparse file. Published: PKWARE APPNOTE 6.3. */
final class BigZip {
    private BigZip() {}

    static void write(FileChannel out, int entries, long size) throws IOException {
        ByteBuffer directory = ByteBuffer.allocate(entries * 120).order(ByteOrder.LITTLE_ENDIAN);
        long at = 0;
        for (int i = 0; i < entries; i++) {
            byte[] name = ("part/" + i + ".img").getBytes(StandardCharsets.US_ASCII);
            ByteBuffer head = ByteBuffer.allocate(30 + name.length).order(ByteOrder.LITTLE_ENDIAN);
            head.putInt(0x04034b50).putShort((short) 45).putShort((short) 0).putShort((short) 0).putInt(0).putInt(0).putInt((int) size)
                    .putInt((int) size)
                    .putShort((short) name.length).putShort((short) 0).put(name).flip();
            out.write(head, at);
            directory.putInt(0x02014b50).putShort((short) 45).putShort((short) 45).putShort((short) 0).putShort((short) 0).putInt(0)
                    .putInt(0).putInt((int) size).putInt((int) size)
                    .putShort((short) name.length).putShort((short) 12).putShort((short) 0).putShort((short) 0).putShort((short) 0)
                    .putInt(0).putInt(-1).put(name)
                    .putShort((short) 1).putShort((short) 8).putLong(at);
            at += 30 + name.length + size;
        }
        int length = directory.flip().limit();
        out.write(directory, at);
        ByteBuffer end = ByteBuffer.allocate(98).order(ByteOrder.LITTLE_ENDIAN);
        end.putInt(0x06064b50).putLong(44).putShort((short) 45).putShort((short) 45).putInt(0).putInt(0).putLong(entries).putLong(entries)
                .putLong(length).putLong(at);
        end.putInt(0x07064b50).putInt(0).putLong(at + length).putInt(1);
        end.putInt(0x06054b50).putShort((short) 0).putShort((short) 0).putShort((short) -1).putShort((short) -1).putInt(-1).putInt(-1)
                .putShort((short) 0).flip();
        out.write(end, at + length);
    }
}
