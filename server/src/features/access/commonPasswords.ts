/** Passwords of twelve characters and more that are tried first by whoever guesses: keyboard rows, doubled words, words with the year or with digits. */
export const COMMON_PASSWORDS: ReadonlySet<string> = new Set(
  `
    012345678901 098765432109 102030405060 111222333444 112233445566 121212121212 123123123123 123321123321
    123456789012 1234567890123 12345678901234 123456789012345 1234567890123456 147258369147 159753159753
    1q2w3e4r5t6y 1q2w3e4r5t6y7u 1qaz2wsx3edc 1qaz2wsx3edc4rfv 314159265358 987654321098 a123456789012 a1b2c3d4e5f6
    aa1234567890 aaaaaaaaaaaa abc123456789 abc123abc123 abcabcabcabc abcd12345678 abcd1234abcd abcdefghijkl
    abcdefghijklm abcdefghijklmnop admin1234567 admin12345678 admin123456789 adminadmin12 adminadminadmin
    administrator administrator1 administrator123 adminpassword asdfasdfasdf asdfghjkl123 asdfghjkl1234
    asdfghjklasdf ashley123456 autumn2026autumn azertyazerty azertyuiop12 azertyuiop123 baseball1234 basketball12
    basketball123 batmanbatman blackfriday1 blackfriday123 business1234 changeme1234 changeme12345
    changemechangeme charlie12345 christmas123 christmas1234 company12345 company123456 computer1234 computer12345
    correctbatteryhorse correcthorse correcthorsebatterystaple daniel123456 december2026 defaultpassword
    discount1234 donotguess12 dragon123456 dragondragon february2026 football1234 football12345 footballfootball
    freedom12345 ilovemyfamily ilovemymother iloveyou1234 iloveyou12345 iloveyouiloveyou iloveyousomuch
    internet1234 internet12345 january2026! jennifer1234 jessica12345 jordan123456 letmein12345 letmein123456
    letmeinletmein letmeinplease marketing123 marketing1234 marketing12345 master123456 mastermaster michael12345
    monkey123456 monkeymonkey mypassword123 mypassword1234 newpassword1 newpassword12 newpassword123 nopassword12
    nopassword123 novalex12345 novalex123456 novalexnovalex november2026 onlineshop123 openopenopen opensesame12
    opensesame123 p@ssw0rd1234 p@ssword1234 passw0rd1234 password0123 password123! password1234 password12345
    password123456 passwordpassword princess1234 princess12345 princessprincess promotion123 q1w2e3r4t5y6
    qazwsx123456 qazwsxedcrfv qwerty123456 qwerty1234567 qwerty12345678 qwertyqwerty qwertyuiop12 qwertyuiop123
    qwertyuiop1234 qwertyuiop12345 qwertyuiopas qwertyuiopasdf qwertzuiop12 qwertzuiop123 qwertzuiopas
    rootrootroot sales1234567 samsung12345 secret123456 secret1234567 secretsecret september2026 shadow123456
    shadowshadow shopshopshop spring2026spring starwars1234 summer2024summer summer2025summer summer2026summer
    sunshine1234 sunshine12345 sunshinesunshine superman1234 supermansuperman supersecret1 supersecret123
    superuser123 temporary123 temppassword temppassword1 test12345678 test123456789 testpassword testpassword1
    testtesttest thepassword1 thisismypassword thispassword thomas123456 topsecret123 topsecret1234
    trustno1trustno1 welcome1234! welcome12345 welcome123456 welcomewelcome whatever1234 winter2024winter
    winter2025winter winter2026winter yourpassword1 zaq12wsxcde3 zaq1xsw2cde3 zxcvbnm12345 zxcvbnmasdfg
    zxcvbnmzxcvbnm
  `
    .trim()
    .split(/\s+/),
)
