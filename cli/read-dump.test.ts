import { DumpError, readDump, type DumpRows } from "./read-dump";

const known = new Set(["entry", "photo_chunk"]);
async function read(text: string, size = 7): Promise<DumpRows[]> {
  async function* pieces() {
    for (let at = 0; at < text.length; at += size) yield text.slice(at, at + size);
  }
  const all: DumpRows[] = [];
  for await (const rows of readDump(pieces(), known)) all.push(rows);
  return all;
}

test("rows come out as they were put in, whatever stands in their text and however the file is cut", async () => {
  const dump = [
    "/*M!999999\\- enable the sandbox mode */ ",
    "/*!40101 SET NAMES utf8mb4 */;",
    "DROP TABLE IF EXISTS `entry`;",
    "CREATE TABLE `entry` (\n  `id` char(36) NOT NULL,\n  `n` int(11) NOT NULL,\n  `text` varchar(9),\n  PRIMARY KEY (`id`)\n) ENGINE=InnoDB;",
    "LOCK TABLES `entry` WRITE;",
    "/*!40000 ALTER TABLE `entry` DISABLE KEYS */;",
    String.raw`INSERT INTO ${"`entry`"} VALUES ('a;b''c',-1.5e3,'x\\y\n"z"; -- no comment'),('ü',0,NULL);`,
    "INSERT INTO `photo_chunk` (`id`, `data`) VALUES\n('p',0xFF00),('q',_binary 'a\\0b');",
    "UNLOCK TABLES;",
  ].join("\n");
  const expected = [
    { table: "entry", columns: ["id", "n", "text"], rows: [["a;b'c", "-1.5e3", 'x\\y\n"z"; -- no comment'], ["ü", "0", null]] }, // prettier-ignore
    {
      table: "photo_chunk",
      columns: ["id", "data"],
      rows: [
        ["p", Buffer.from([255, 0])],
        ["q", "a\0b"],
      ],
    },
  ];
  for (const size of [1, 7, 100_000]) expect(await read(dump, size)).toEqual(expected);
});

test.each([
  ["a command of the client", "\\! touch /etc/x\n;"],
  ["a command of the client by its word", "system touch /etc/x;"],
  ["another statement", "GRANT ALL ON *.* TO 'x'@'%';"],
  ["a statement behind a comment", "/* quiet */ DROP DATABASE ember;"],
  ["a view", "CREATE VIEW `entry` AS SELECT 1;"],
  ["a table out of a query", "INSERT INTO `entry` (`id`) SELECT LOAD_FILE('/etc/passwd');"],
  ["a value that is worked out", "INSERT INTO `entry` (`id`) VALUES (LOAD_FILE('/etc/passwd'));"],
  ["an update on the sly", "INSERT INTO `entry` (`id`) VALUES ('a') ON DUPLICATE KEY UPDATE id = 'b';"],
  ["another table", "INSERT INTO `mysql` (`id`) VALUES ('a');"],
  ["a table of another database", "INSERT INTO `mysql`.`user` VALUES ('a');"],
  ["a row that is short", "INSERT INTO `entry` (`id`, `n`) VALUES ('a');"],
  ["an end that is missing", "INSERT INTO `entry` (`id`) VALUES ('a"],
])("refuses %s", async (_, text) => {
  await expect(read(text)).rejects.toThrow(DumpError);
});

test("what only a server would run inside a comment is not run", async () => {
  expect(await read("/*!50000 DROP DATABASE ember */;")).toEqual([]);
});
