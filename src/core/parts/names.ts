/**
 * What the parts of ISO 3166-2 are called, by country: the code after the hyphen and its names,
 * English ones by CLDR 48 (cldr-subdivisions-full) and those of iso-codes.
 * Written by scripts/codes.mjs.
 */
export const partNames = {
  AD: '02 Canillo|03 Encamp|04 La Massana|05 Ordino|06 Sant Julià de Lòria|07 Andorra la Vella|08' +
    ' Escaldes-Engordany',
  AE: 'AJ Ajman=‘Ajmān|AZ Abu Dhabi=Abū Z̧aby|DU Dubai=Dubayy|FU Fujairah=Al Fujayrah|RK Ras al-K' +
    'haimah=Ra’s al Khaymah|SH Sharjah=Ash Shāriqah|UQ Umm al-Quwain=Umm al Qaywayn',
  AF: 'BAL Balkh|BAM Bamyan=Bāmyān|BDG Badghis=Bādghīs|BDS Badakhshan=Badakhshān|BGL Baghlan=Bagh' +
    'lān|DAY Daykundi=Dāykundī|FRA Farah=Farāh|FYB Faryab=Fāryāb|GHA Ghazni=Ghaznī|GHO Ghōr|HEL' +
    ' Helmand|HER Herat=Herāt|JOW Jowzjan=Jowzjān|KAB Kabul=Kābul|KAN Kandahar=Kandahār|KAP Kap' +
    'isa=Kāpīsā|KDZ Kunduz|KHO Khost=Khōst|KNR Kunar=Kunaṟ|LAG Laghman=Laghmān|LOG Logar=Lōgar|' +
    'NAN Nangarhar=Nangarhār|NIM Nimruz=Nīmrōz|NUR Nuristan=Nūristān|PAN Panjshir=Panjshayr|PAR' +
    ' Parwan=Parwān|PIA Paktia=Paktiyā|PKA Paktika=Paktīkā|SAM Samangan=Samangān|SAR Sar-e Pol=' +
    'Sar-e Pul|TAK Takhar=Takhār|URU Urozgan=Uruzgān|WAR Maidan Wardak=Wardak|ZAB Zabul=Zābul',
  AG: '03 Saint George|04 Saint John|05 Saint Mary|06 Saint Paul|07 Saint Peter|08 Saint Philip|1' +
    '0 Barbuda|11 Redonda',
  AL: '01 Berat County=Berat|02 Durrës County=Durrës|03 Elbasan County=Elbasan|04 Fier County=Fie' +
    'r|05 Gjirokastër County=Gjirokastër|06 Korçë County=Korçë|07 Kukës County=Kukës|08 Lezhë C' +
    'ounty=Lezhë|09 Dibër County=Dibër|10 Shkodër County=Shkodër|11 Tirana County=Tiranë|12 Vlo' +
    'rë County=Vlorë',
  AM: 'AG Aragatsotn=Aragac̣otn|AR Ararat|AV Armavir|ER Yerevan=Erevan|GR Gegharkunik=Geġark\'unik' +
    '\'|KT Kotayk=Kotayk\'|LO Lori=Loṙi|SH Shirak=Širak|SU Syunik=Syunik\'|TV Tavush=Tavuš|VD Vayo' +
    'ts Dzor=Vayoć Jor',
  AO: 'BGO Bengo|BGU Benguela|BIE Bié|CAB Cabinda|CCU Cuando Cubango|CNN Cunene|CNO Cuanza Norte=' +
    'Cuanza-Norte|CUS Cuanza Sul=Cuanza-Sul|HUA Huambo|HUI Huíla|LNO Lunda Norte=Lunda-Norte|LS' +
    'U Lunda Sul=Lunda-Sul|LUA Luanda|MAL Malanje=Malange|MOX Moxico|NAM Namibe|UIG Uíge|ZAI Za' +
    'ire',
  AR: 'A Salta|B Buenos Aires Province=Buenos Aires|C Buenos Aires=Ciudad Autónoma de Buenos Aire' +
    's|D San Luis|E Entre Ríos|F La Rioja|G Santiago del Estero|H Chaco|J San Juan|K Catamarca|' +
    'L La Pampa|M Mendoza|N Misiones|P Formosa|Q Neuquén|R Río Negro|S Santa Fe|T Tucumán|U Chu' +
    'but|V Tierra del Fuego|W Corrientes|X Córdoba|Y Jujuy|Z Santa Cruz',
  AT: '1 Burgenland|2 Carinthia=Kärnten|3 Lower Austria=Niederösterreich|4 Upper Austria=Oberöste' +
    'rreich|5 Salzburg|6 Styria=Steiermark|7 Tyrol=Tirol|8 Vorarlberg|9 Vienna=Wien',
  AU: 'ACT Australian Capital Territory|NSW New South Wales|NT Northern Territory|QLD Queensland|' +
    'SA South Australia|TAS Tasmania|VIC Victoria|WA Western Australia',
  AZ: 'ABS Absheron=Abşeron|AGA Agstafa=Ağstafa|AGC Aghjabadi=Ağcabədi|AGM Agdam=Ağdam|AGS Agdash' +
    '=Ağdaş|AGU Agsu=Ağsu|AST Astara|BA Baku=Bakı|BAB Babek=Babək|BAL Balakan=Balakən|BAR Barda' +
    '=Bərdə|BEY Beylagan=Beyləqan|BIL Bilasuvar=Biləsuvar|CAB Jabrayil=Cəbrayıl|CAL Jalilabad=C' +
    'əlilabad|CUL Julfa=Culfa|DAS Dashkasan=Daşkəsən|FUZ Fizuli=Füzuli|GA Ganja=Gəncə|GAD Gadab' +
    'ay=Gədəbəy|GOR Goranboy|GOY Goychay=Göyçay|GYG Goygol=Göygöl|HAC Hajigabul=Hacıqabul|IMI I' +
    'mishli=İmişli|ISM Ismailli=İsmayıllı|KAL Kalbajar=Kəlbəcər|KAN Kangarli=Kǝngǝrli|KUR Kurda' +
    'mir=Kürdəmir|LA Lankaran=Lənkəran|LAC Lachin=Laçın|LAN Lankaran District=Lənkəran|LER Leri' +
    'k|MAS Masally=Masallı|MI Mingachevir=Mingəçevir|NA Naftalan|NEF Neftchala=Neftçala|NV Nakh' +
    'chivan=Naxçıvan|NX Nakhchivan AR=Naxçıvan|OGU Oghuz=Oğuz|ORD Ordubad|QAB Qabala=Qəbələ|QAX' +
    ' Qakh=Qax|QAZ Qazakh=Qazax|QBA Quba|QBI Qubadli=Qubadlı|QOB Gobustan=Qobustan|QUS Qusar|SA' +
    ' Shaki=Şəki|SAB Sabirabad|SAD Sadarak=Sədərək|SAH Shahbuz=Şahbuz|SAK Shaki District=Şəki|S' +
    'AL Salyan|SAR Sharur=Şərur|SAT Saatly=Saatlı|SBN Shabran=Şabran|SIY Siazan=Siyəzən|SKR Sha' +
    'mkir=Şəmkir|SM Sumqayit=Sumqayıt|SMI Shamakhi=Şamaxı|SMX Samukh=Samux|SR Shirvan=Şirvan|SU' +
    'S Shusha=Şuşa|TAR Tartar=Tərtər|TOV Tovuz|UCA Ujar=Ucar|XA Stepanakert=Xankəndi|XAC Khachm' +
    'az=Xaçmaz|XCI Khojali=Xocalı|XIZ Khizi=Xızı|XVD Khojavend=Xocavənd|YAR Yardymli=Yardımlı|Y' +
    'E Yevlakh=Yevlax|YEV Yevlakh District=Yevlax|ZAN Zangilan=Zəngilan|ZAQ Zaqatala|ZAR Zardab' +
    '=Zərdab',
  BA: 'BIH Federation of Bosnia and Herzegovina=Federacija Bosne i Hercegovine|BRC Brčko District' +
    '=Brčko distrikt|SRP Republika Srpska',
  BB: '01 Christ Church|02 Saint Andrew|03 Saint George|04 Saint James|05 Saint John|06 Saint Jos' +
    'eph|07 Saint Lucy|08 Saint Michael|09 Saint Peter|10 Saint Philip|11 Saint Thomas',
  BD: '01 Bandarban|02 Barguna|03 Bogra=Bogura|04 Brahmanbaria|05 Bagerhat|06 Barisal Division=Ba' +
    'rishal|07 Bhola|08 Comilla=Cumilla|09 Chandpur|10 Chittagong=Chattogram|11 Cox’s Bazar=Cox' +
    '\'s Bazar|12 Chuadanga|13 Dhaka|14 Dinajpur|15 Faridpur|16 Feni|17 Gopalganj|18 Gazipur|19 ' +
    'Gaibandha|20 Habiganj|21 Jamalpur|22 Jessore=Jashore|23 Jhenaidah|24 Joypurhat|25 Jhalokat' +
    'i=Jhalakathi|26 Kishoreganj|27 Khulna|28 Kurigram|29 Khagrachari=Khagrachhari|30 Kushtia|3' +
    '1 Lakshmipur|32 Lalmonirhat|33 Manikganj|34 Mymensingh|35 Munshiganj|36 Madaripur|37 Magur' +
    'a|38 Maulvi Bazar=Moulvibazar|39 Meherpur|40 Narayanganj|41 Netrokona=Netrakona|42 Narsing' +
    'di|43 Narail|44 Natore|45 Nawabganj=Chapai Nawabganj|46 Nilphamari|47 Noakhali|48 Naogaon|' +
    '49 Pabna|50 Pirojpur|51 Patuakhali|52 Panchagarh|53 Rajbari|54 Rajshahi|55 Rangpur|56 Rang' +
    'amati Hill=Rangamati|57 Sherpur|58 Satkhira|59 Sirajganj|60 Sylhet|61 Sunamganj|62 Shariat' +
    'pur|63 Tangail|64 Thakurgaon|A Barisal=Barishal|B Chittagong Division=Chattogram|C Dhaka D' +
    'ivision=Dhaka|D Khulna Division=Khulna|E Rajshahi Division=Rajshahi|F Rangpur Division=Ran' +
    'gpur|G Sylhet Division=Sylhet|H Mymensingh Division=Mymensingh',
  BE: 'BRU Brussels=Brussels Hoofdstedelijk Gewest|VAN Antwerp=Antwerpen|VBR Flemish Brabant=Vlaa' +
    'ms-Brabant|VLG Flanders=Vlaams Gewest|VLI Limburg|VOV East Flanders=Oost-Vlaanderen|VWV We' +
    'st Flanders=West-Vlaanderen|WAL Wallonia=wallonne, Région|WBR Walloon Brabant=Brabant wall' +
    'on|WHT Hainaut|WLG Liège|WLX Luxembourg|WNA Namur',
  BF: '01 Boucle du Mouhoun|02 Cascades|03 Centre|04 Centre-Est|05 Centre-Nord|06 Centre-Ouest|07' +
    ' Centre-Sud|08 Est|09 Hauts-Bassins|10 Nord|11 Plateau-Central|12 Sahel|13 Sud-Ouest|BAL B' +
    'alé|BAM Bam|BAN Banwa|BAZ Bazèga|BGR Bougouriba|BLG Boulgou|BLK Boulkiemdé|COM Comoé|GAN G' +
    'anzourgou|GNA Gnagna|GOU Gourma|HOU Houet|IOB Ioba|KAD Kadiogo|KEN Kénédougou|KMD Komondja' +
    'ri|KMP Kompienga|KOP Koulpélogo|KOS Kossi|KOT Kouritenga|KOW Kourwéogo|LER Léraba|LOR Loro' +
    'um|MOU Mouhoun|NAM Namentenga|NAO Nahouri|NAY Nayala|NOU Noumbiel|OUB Oubritenga|OUD Oudal' +
    'an|PAS Passoré|PON Poni|SEN Séno|SIS Sissili|SMT Sanmatenga|SNG Sanguié|SOM Soum|SOR Souro' +
    'u|TAP Tapoa|TUI Tuy|YAG Yagha|YAT Yatenga|ZIR Ziro|ZON Zondoma|ZOU Zoundwéogo',
  BG: '01 Blagoevgrad|02 Burgas|03 Varna|04 Veliko Tarnovo|05 Vidin|06 Vratsa|07 Gabrovo|08 Dobri' +
    'ch|09 Kardzhali|10 Kyustendil|11 Lovech|12 Montana|13 Pazardzhik|14 Pernik|15 Pleven|16 Pl' +
    'ovdiv|17 Razgrad|18 Ruse|19 Silistra|20 Sliven|21 Smolyan|22 Sofia|23 Sofia District=Sofia' +
    '|24 Stara Zagora|25 Targovishte|26 Haskovo|27 Shumen|28 Yambol',
  BH: '13 Capital=Al ‘Āşimah|14 Southern=Al Janūbīyah|15 Muharraq=Al Muḩarraq|17 Northern=Ash Sha' +
    'mālīyah',
  BI: 'BB Bubanza|BL Bujumbura Rural|BM Bujumbura=Bujumbura Mairie|BR Bururi|CA Cankuzo|CI Cibito' +
    'ke|GI Gitega|KI Kirundo|KR Karuzi|KY Kayanza|MA Makamba|MU Muramvya|MW Mwaro|MY Muyinga|NG' +
    ' Ngozi|RM Rumonge|RT Rutana|RY Ruyigi',
  BJ: 'AK Atakora=Atacora|AL Alibori|AQ Atlantique|BO Borgou|CO Collines|DO Donga|KO Kouffo=Couff' +
    'o|LI Littoral|MO Mono|OU Ouémé|PL Plateau|ZO Zou',
  BN: 'BE Belait|BM Brunei-Muara|TE Temburong|TU Tutong',
  BO: 'B Beni=El Beni|C Cochabamba|H Chuquisaca|L La Paz|N Pando|O Oruro|P Potosí|S Santa Cruz|T ' +
    'Tarija',
  BQ: 'BO Bonaire|SA Saba|SE Sint Eustatius',
  BR: 'AC Acre|AL Alagoas|AM Amazonas|AP Amapá|BA Bahia|CE Ceará|DF Federal District=Distrito Fed' +
    'eral|ES Espírito Santo|GO Goiás|MA Maranhão|MG Minas Gerais|MS Mato Grosso do Sul|MT Mato ' +
    'Grosso|PA Pará|PB Paraíba|PE Pernambuco|PI Piauí|PR Paraná|RJ Rio de Janeiro|RN Rio Grande' +
    ' do Norte|RO Rondônia|RR Roraima|RS Rio Grande do Sul|SC Santa Catarina|SE Sergipe|SP São ' +
    'Paulo|TO Tocantins',
  BS: 'AK Acklins|BI Bimini|BP Black Point|BY Berry Islands|CE Central Eleuthera|CI Cat Island|CK' +
    ' Crooked Island=Crooked Island and Long Cay|CO Central Abaco|CS Central Andros|EG East Gra' +
    'nd Bahama|EX Exuma|FP Freeport=City of Freeport|GC Grand Cay|HI Harbour Island|HT Hope Tow' +
    'n|IN Inagua|LI Long Island|MC Mangrove Cay|MG Mayaguana|MI Moore’s Island=Moore\'s Island|N' +
    'E North Eleuthera|NO North Abaco|NP New Providence|NS North Andros|RC Rum Cay|RI Ragged Is' +
    'land|SA South Andros|SE South Eleuthera|SO South Abaco|SS San Salvador|SW Spanish Wells|WG' +
    ' West Grand Bahama',
  BT: '11 Paro|12 Chukha=Chhukha|13 Haa|14 Samtse|15 Thimphu|21 Tsirang|22 Dagana|23 Punakha|24 W' +
    'angdue Phodrang|31 Sarpang|32 Trongsa|33 Bumthang|34 Zhemgang|41 Trashigang|42 Mongar=Mong' +
    'gar|43 Pemagatshel=Pema Gatshel|44 Lhuntse=Lhuentse|45 Samdrup Jongkhar|GA Gasa|TY Trashiy' +
    'angtse=Trashi Yangtse',
  BW: 'CE Central|CH Chobe|FR Francistown|GA Gaborone|GH Ghanzi|JW Jwaneng|KG Kgalagadi|KL Kgatle' +
    'ng|KW Kweneng|LO Lobatse|NE North East|NW North West|SE South East|SO Southern|SP Selibe P' +
    'hikwe|ST Sowa Town',
  BY: 'BR Brest=Bresckaja voblasć|HM Minsk=Gorod Minsk|HO Homel=Gomel\'skaja oblast\'|HR Hrodna=Gro' +
    'dnenskaja oblast\'|MA Magileu=Mahilioŭskaja voblasć|MI Minsk Region=Minskaja oblast\'|VI Vit' +
    'ebsk=Viciebskaja voblasć',
  BZ: 'BZ Belize|CY Cayo|CZL Corozal|OW Orange Walk|SC Stann Creek|TOL Toledo',
  CA: 'AB Alberta|BC British Columbia|MB Manitoba|NB New Brunswick|NL Newfoundland and Labrador|N' +
    'S Nova Scotia|NT Northwest Territories|NU Nunavut|ON Ontario|PE Prince Edward Island|QC Qu' +
    'ebec|SK Saskatchewan|YT Yukon',
  CD: 'BC Bas-Congo=Kongo Central|BU Bas-Uélé|EQ Équateur|HK Haut-Katanga|HL Haut-Lomami|HU Haut-' +
    'Uélé|IT Ituri|KC Kasaï Central|KE Kasaï-Oriental=Kasaï Oriental|KG Kwango|KL Kwilu|KN Kins' +
    'hasa|KS Kasaï|LO Lomami|LU Lualaba|MA Maniema|MN Mai-Ndombe|MO Mongala|NK North Kivu=Nord-' +
    'Kivu|NU Nord-Ubangi|SA Sankuru|SK South Kivu=Sud-Kivu|SU Sud-Ubangi|TA Tanganyika|TO Tshop' +
    'o|TU Tshuapa',
  CF: 'AC Ouham|BB Bamingui-Bangoran|BGF Bangui|BK Basse-Kotto|HK Haute-Kotto|HM Haut-Mbomou|HS M' +
    'ambéré-Kadéï=Haute-Sangha / Mambéré-Kadéï|KB Nana-Grébizi=Gribingui|KG Kémo=Kemö-Gïrïbïngï' +
    '|LB Lobaye|MB Mbomou|MP Ombella-M’Poko=Ombella-Mpoko|NM Nana-Mambéré|OP Ouham-Pendé|SE San' +
    'gha-Mbaéré=Sangha|UK Ouaka|VK Vakaga',
  CG: '11 Bouenza|12 Pool|13 Sangha|14 Plateaux|15 Cuvette-Ouest|16 Pointe-Noire|2 Lékoumou|5 Kou' +
    'ilou|7 Likouala|8 Cuvette|9 Niari|BZV Brazzaville',
  CH: 'AG Aargau|AI Appenzell Innerrhoden|AR Appenzell Ausserrhoden|BE Bern|BL Basel-Landschaft|B' +
    'S Basel-Stadt|FR Fribourg=Freiburg|GE Geneva=Genève|GL Glarus|GR Graubünden|JU Jura|LU Luc' +
    'erne=Luzern|NE Neuchâtel|NW Nidwalden|OW Obwalden|SG St. Gallen=Sankt Gallen|SH Schaffhaus' +
    'en|SO Solothurn|SZ Schwyz|TG Thurgau|TI Ticino|UR Uri|VD Vaud|VS Valais|ZG Zug|ZH Zürich',
  CI: 'AB Abidjan|BS Bas-Sassandra²=Bas-Sassandra|CM Comoé|DN Denguélé²=Denguélé|GD Gôh-Djiboua|L' +
    'C Lacs²=Lacs|LG Lagunes²=Lagunes|MG Montagnes|SM Sassandra-Marahoué|SV Savanes|VB Vallée d' +
    'u Bandama²=Vallée du Bandama|WR Woroba|YM Yamoussoukro|ZZ Zanzan²=Zanzan',
  CL: 'AI Aysén=Aisén del General Carlos Ibañez del Campo|AN Antofagasta|AP Arica y Parinacota|AR' +
    ' Araucanía=La Araucanía|AT Atacama|BI Bío Bío=Biobío|CO Coquimbo|LI Libertador General Ber' +
    'nardo O’Higgins=Libertador General Bernardo O\'Higgins|LL Los Lagos|LR Los Ríos|MA Magallan' +
    'es Region=Magallanes|ML Maule|NB Ñuble|RM Santiago Metropolitan=Región Metropolitana de Sa' +
    'ntiago|TA Tarapacá|VS Valparaíso',
  CM: 'AD Adamawa=Adamaoua|CE Centre|EN Far North|ES East|LT Littoral|NO North|NW Northwest=North' +
    '-West|OU West|SU South|SW Southwest=South-West',
  CN: 'AH Anhui=Anhui Sheng|BJ Beijing=Beijing Shi|CQ Chongqing=Chongqing Shi|FJ Fujian=Fujian Sh' +
    'eng|GD Guangdong=Guangdong Sheng|GS Gansu=Gansu Sheng|GX Guangxi=Guangxi Zhuangzu Zizhiqu|' +
    'GZ Guizhou=Guizhou Sheng|HA Henan=Henan Sheng|HB Hubei=Hubei Sheng|HE Hebei=Hebei Sheng|HI' +
    ' Hainan=Hainan Sheng|HK Hong Kong SAR|HL Heilongjiang=Heilongjiang Sheng|HN Hunan=Hunan Sh' +
    'eng|JL Jilin=Jilin Sheng|JS Jiangsu=Jiangsu Sheng|JX Jiangxi=Jiangxi Sheng|LN Liaoning=Lia' +
    'oning Sheng|MO Macao SAR|NM Nei Mongol Zizhiqu|NX Ningxia=Ningxia Huizi Zizhiqu|QH Qinghai' +
    '=Qinghai Sheng|SC Sichuan=Sichuan Sheng|SD Shandong=Shandong Sheng|SH Shanghai=Shanghai Sh' +
    'i|SN Shaanxi=Shaanxi Sheng|SX Shanxi=Shanxi Sheng|TJ Tianjin=Tianjin Shi|TW Taiwan Sheng|X' +
    'J Xinjiang=Xinjiang Uygur Zizhiqu|XZ Tibet=Xizang Zizhiqu|YN Yunnan=Yunnan Sheng|ZJ Zhejia' +
    'ng=Zhejiang Sheng',
  CO: 'AMA Amazonas|ANT Antioquia|ARA Arauca|ATL Atlántico|BOL Bolívar|BOY Boyacá|CAL Caldas|CAQ ' +
    'Caquetá|CAS Casanare|CAU Cauca|CES Cesar|CHO Chocó|COR Córdoba|CUN Cundinamarca|DC Capital' +
    ' District=Distrito Capital de Bogotá|GUA Guainía|GUV Guaviare|HUI Huila|LAG La Guajira|MAG' +
    ' Magdalena|MET Meta|NAR Nariño|NSA Norte de Santander|PUT Putumayo|QUI Quindío|RIS Risaral' +
    'da|SAN Santander|SAP San Andrés & Providencia=San Andrés, Providencia y Santa Catalina|SUC' +
    ' Sucre|TOL Tolima|VAC Valle del Cauca|VAU Vaupés|VID Vichada',
  CR: 'A Alajuela|C Cartago|G Guanacaste|H Heredia|L Limón|P Puntarenas|SJ San José',
  CU: '01 Pinar del Río|03 Havana=La Habana|04 Matanzas|05 Villa Clara|06 Cienfuegos|07 Sancti Sp' +
    'íritus|08 Ciego de Ávila|09 Camagüey|10 Las Tunas|11 Holguín|12 Granma|13 Santiago de Cuba' +
    '|14 Guantánamo|15 Artemisa|16 Mayabeque|99 Isla de la Juventud',
  CV: 'B Barlavento Islands=Ilhas de Barlavento|BR Brava|BV Boa Vista|CA Santa Catarina|CF Santa ' +
    'Catarina do Fogo|CR Santa Cruz|MA Maio|MO Mosteiros|PA Paul|PN Porto Novo|PR Praia|RB Ribe' +
    'ira Brava|RG Ribeira Grande|RS Ribeira Grande de Santiago|S Sotavento Islands=Ilhas de Sot' +
    'avento|SD São Domingos|SF São Filipe|SL Sal|SM São Miguel|SO São Lourenço dos Órgãos|SS Sã' +
    'o Salvador do Mundo|SV São Vicente|TA Tarrafal|TS Tarrafal de São Nicolau',
  CY: '01 Nicosia=Lefkosia|02 Limassol=Lemesos|03 Larnaca=Larnaka|04 Famagusta=Ammochostos|05 Pap' +
    'hos=Baf|06 Kyrenia=Girne',
  CZ: '10 Prague, Hlavní mešto=Praha, Hlavní město|20 Středočeský=Středočeský kraj|201 Benešov|20' +
    '2 Beroun|203 Kladno|204 Kolín|205 Kutná Hora|206 Mělník|207 Mladá Boleslav|208 Nymburk|209' +
    ' Prague-East=Praha-východ|20A Prague-West=Praha-západ|20B Příbram|20C Rakovník|31 Jihočesk' +
    'ý=Jihočeský kraj|311 České Budějovice|312 Český Krumlov|313 Jindřichův Hradec|314 Písek|31' +
    '5 Prachatice|316 Strakonice|317 Tábor|32 Plzeňský=Plzeňský kraj|321 Domažlice|322 Klatovy|' +
    '323 Plzeň=Plzeň-město|324 Plzeň-South=Plzeň-jih|325 Plzeň-North=Plzeň-sever|326 Rokycany|3' +
    '27 Tachov|41 Karlovarský=Karlovarský kraj|411 Cheb|412 Karlovy Vary|413 Sokolov|42 Ústecký' +
    '=Ústecký kraj|421 Děčín|422 Chomutov|423 Litoměřice|424 Louny|425 Most|426 Teplice|427 Úst' +
    'í nad Labem|51 Liberecký=Liberecký kraj|511 Česká Lípa|512 Jablonec nad Nisou|513 Liberec|' +
    '514 Semily|52 Královéhradecký=Královéhradecký kraj|521 Hradec Králové|522 Jičín|523 Náchod' +
    '|524 Rychnov nad Kněžnou|525 Trutnov|53 Pardubický=Pardubický kraj|531 Chrudim|532 Pardubi' +
    'ce|533 Svitavy|534 Ústí nad Orlicí|63 Vysočina=Kraj Vysočina|631 Havlíčkův Brod|632 Jihlav' +
    'a|633 Pelhřimov|634 Třebíč|635 Žďár nad Sázavou|64 Jihomoravský=Jihomoravský kraj|641 Blan' +
    'sko|642 Brno-město|643 Brno-venkov|644 Břeclav|645 Hodonín|646 Vyškov|647 Znojmo|71 Olomou' +
    'cký=Olomoucký kraj|711 Jeseník|712 Olomouc|713 Prostějov|714 Přerov|715 Šumperk|72 Zlínský' +
    '=Zlínský kraj|721 Kroměříž|722 Uherské Hradiště|723 Vsetín|724 Zlín|80 Moravskoslezský=Mor' +
    'avskoslezský kraj|801 Bruntál|802 Frýdek-Místek|803 Karviná|804 Nový Jičín|805 Opava|806 O' +
    'strava=Ostrava-město',
  DE: 'BB Brandenburg|BE Berlin|BW Baden-Württemberg|BY Bavaria=Bayern|HB Bremen|HE Hesse=Hessen|' +
    'HH Hamburg|MV Mecklenburg-Vorpommern|NI Lower Saxony=Niedersachsen|NW North Rhine-Westphal' +
    'ia=Nordrhein-Westfalen|RP Rhineland-Palatinate=Rheinland-Pfalz|SH Schleswig-Holstein|SL Sa' +
    'arland|SN Saxony=Sachsen|ST Saxony-Anhalt=Sachsen-Anhalt|TH Thuringia=Thüringen',
  DJ: 'AR Arta|AS Ali Sabieh|DI Dikhil|DJ Djibouti|OB Obock=Awbūk|TA Tadjourah',
  DK: '81 Northern Denmark=Nordjylland|82 Central Denmark=Midtjylland|83 Southern Denmark=Syddanm' +
    'ark|84 Capital Region=Hovedstaden|85 Zealand=Sjælland',
  DM: '02 Saint Andrew|03 Saint David|04 Saint George|05 Saint John|06 Saint Joseph|07 Saint Luke' +
    '|08 Saint Mark|09 Saint Patrick|10 Saint Paul|11 Saint Peter',
  DO: '01 Distrito Nacional|02 Azua|03 Baoruco|04 Barahona|05 Dajabón|06 Duarte|07 Elías Piña|08 ' +
    'El Seibo|09 Espaillat|10 Independencia|11 La Altagracia|12 La Romana|13 La Vega|14 María T' +
    'rinidad Sánchez|15 Monte Cristi|16 Pedernales|17 Peravia|18 Puerto Plata|19 Hermanas Mirab' +
    'al|20 Samaná|21 San Cristóbal|22 San Juan|23 San Pedro de Macorís|24 Sánchez Ramírez|25 Sa' +
    'ntiago|26 Santiago Rodríguez|27 Valverde|28 Monseñor Nouel|29 Monte Plata|30 Hato Mayor|31' +
    ' San José de Ocoa|32 Santo Domingo|33 Cibao Nordeste|34 Cibao Noroeste|35 Cibao Norte|36 C' +
    'ibao Sur|37 El Valle|38 Enriquillo|39 Higüamo=Higuamo|40 Ozama|41 Valdesia|42 Yuma',
  DZ: '01 Adrar|02 Chlef|03 Laghouat|04 Oum El Bouaghi=Oum el Bouaghi|05 Batna|06 Béjaïa|07 Biskr' +
    'a|08 Béchar|09 Blida|10 Bouira|11 Tamanghasset=Tamanrasset|12 Tébessa|13 Tlemcen|14 Tiaret' +
    '|15 Tizi Ouzou|16 Algiers=Alger|17 Djelfa|18 Jijel|19 Sétif|20 Saïda|21 Skikda|22 Sidi Bel' +
    ' Abbès|23 Annaba|24 Guelma|25 Constantine|26 Médéa|27 Mostaganem|28 M’Sila=M\'sila|29 Masca' +
    'ra|30 Ouargla|31 Oran|32 El Bayadh|33 Illizi|34 Bordj Bou Arréridj|35 Boumerdès|36 El Tarf' +
    '|37 Tindouf|38 Tissemsilt|39 El Oued|40 Khenchela|41 Souk Ahras|42 Tipasa=Tipaza|43 Mila|4' +
    '4 Aïn Defla|45 Naama|46 Aïn Témouchent|47 Ghardaïa|48 Relizane',
  EC: 'A Azuay|B Bolívar|C Carchi|D Orellana|E Esmeraldas|F Cañar|G Guayas|H Chimborazo|I Imbabur' +
    'a|L Loja|M Manabí|N Napo|O El Oro|P Pichincha|R Los Ríos|S Morona-Santiago=Morona Santiago' +
    '|SD Santo Domingo de los Tsáchilas|SE Santa Elena|T Tungurahua|U Sucumbíos|W Galápagos|X C' +
    'otopaxi|Y Pastaza|Z Zamora-Chinchipe=Zamora Chinchipe',
  EE: '130 Alutaguse|141 Anija|142 Antsla|171 Elva|184 Haapsalu|191 Haljala|198 Harku|205 Hiiumaa' +
    '|214 Häädemeeste|245 Jõelähtme|247 Jõgeva|251 Jõhvi|255 Järva|272 Kadrina|283 Kambja|284 K' +
    'anepi|291 Kastre|293 Kehtna|296 Keila|303 Kihnu|305 Kiili|317 Kohila|321 Kohtla-Järve|338 ' +
    'Kose|353 Kuusalu|37 Harju=Harjumaa|39 Hiiu=Hiiumaa|424 Loksa|430 Lääneranna|431 Lääne-Harj' +
    'u|432 Luunja|441 Lääne-Nigula|442 Lüganuse|446 Maardu|45 Ida-Virumaa|478 Muhu|480 Mulgi|48' +
    '6 Mustvee|50 Jõgevamaa|503 Märjamaa|511 Narva|514 Narva-Jõesuu|52 Järvamaa|528 Nõo|557 Ote' +
    'pää|56 Läänemaa|567 Paide|586 Peipsiääre|60 Lääne-Virumaa|615 Põhja-Sakala|618 Põltsamaa|6' +
    '22 Põlva|624 Pärnu|638 Põhja-Pärnumaa|64 Põlvamaa|651 Raasiku|653 Rae|661 Rakvere|663 Rakv' +
    'ere²=Rakvere|668 Rapla|68 Pärnumaa|689 Ruhnu|698 Rõuge|708 Räpina|71 Raplamaa|712 Saarde|7' +
    '14 Saaremaa|719 Saku|726 Saue|732 Setomaa|735 Sillamäe|74 Saare=Saaremaa|784 Tallinn|79 Ta' +
    'rtumaa|792 Tapa|793 Tartu|796 Tartu²=Tartu|803 Toila|809 Tori|81 Valgamaa|824 Tõrva|834 Tü' +
    'ri|84 Viljandi=Viljandimaa|855 Valga|87 Võrumaa|890 Viimsi|897 Viljandi²=Viljandi|899 Vilj' +
    'andi³=Viljandi|901 Vinni|903 Viru-Nigula|907 Vormsi|917 Võru²=Võru|919 Võru|928 Väike-Maar' +
    'ja',
  EG: 'ALX Alexandria=Al Iskandarīyah|ASN Aswan=Aswān|AST Asyut=Asyūţ|BA Red Sea=Al Baḩr al Aḩmar' +
    '|BH Beheira=Al Buḩayrah|BNS Beni Suef=Banī Suwayf|C Cairo=Al Qāhirah|DK Dakahlia=Ad Daqahl' +
    'īyah|DT Damietta=Dumyāţ|FYM Faiyum=Al Fayyūm|GH Gharbia=Al Gharbīyah|GZ Giza=Al Jīzah|IS I' +
    'smailia=Al Ismā\'īlīyah|JS South Sinai=Janūb Sīnā\'|KB Qalyubia=Al Qalyūbīyah|KFS Kafr el-Sh' +
    'eikh=Kafr ash Shaykh|KN Qena=Qinā|LX Luxor=Al Uqşur|MN Minya=Al Minyā|MNF Monufia=Al Minūf' +
    'īyah|MT Matrouh=Maţrūḩ|PTS Port Said=Būr Sa‘īd|SHG Sohag=Sūhāj|SHR Al Sharqia=Ash Sharqīya' +
    'h|SIN North Sinai=Shamāl Sīnā\'|SUZ Suez=As Suways|WAD New Valley=Al Wādī al Jadīd',
  ER: 'AN Anseba=Ansabā|DK Southern Red Sea=Debubawi K’eyyĭḥ Baḥri|DU Debub=Al Janūbī|GB Gash-Bar' +
    'ka|MA Maekel=Al Awsaţ|SK Northern Red Sea=Semienawi K’eyyĭḥ Baḥri',
  ES: 'A Alicante=Alacant*|AB Albacete|AL Almería|AN Andalusia=Andalucía|AR Aragon=Aragón|AS Astu' +
    'rias=Asturias, Principado de|AV Ávila|B Barcelona|BA Badajoz|BI Biscay=Bizkaia|BU Burgos|C' +
    ' A Coruña|CA Cádiz|CB Cantabria|CC Cáceres|CE Ceuta|CL Castile and León=Castilla y León|CM' +
    ' Castile-La Mancha=Castilla-La Mancha|CN Canary Islands=Canarias|CO Córdoba|CR Ciudad Real' +
    '|CS Castellón=Castelló*|CT Catalonia=Catalunya|CU Cuenca|EX Extremadura|GA Galicia|GC Las ' +
    'Palmas|GI Girona|GR Granada|GU Guadalajara|H Huelva|HU Huesca|IB Balearic Islands=Illes Ba' +
    'lears|J Jaén|L Lleida|LE León|LO La Rioja Province=La Rioja|LU Lugo|M Madrid Province=Madr' +
    'id|MA Málaga|MC Murcia Region=Murcia, Región de|MD Madrid Autonomous Community=Madrid, Com' +
    'unidad de|ML Melilla|MU Murcia|NA Navarra=Nafarroa*|NC Navarra Chartered Community=Nafarro' +
    'ako Foru Komunitatea*|O Asturias Province=Asturias|OR Ourense|P Palencia|PM Balears Provin' +
    'ce=Illes Balears|PO Pontevedra|PV Basque Country=Euskal Herria|RI La Rioja|S Cantabria Pro' +
    'vince=Cantabria|SA Salamanca|SE Seville=Sevilla|SG Segovia|SO Soria|SS Gipuzkoa|T Tarragon' +
    'a|TE Teruel|TF Santa Cruz de Tenerife|TO Toledo|V Valencia|VA Valladolid|VC Valencian Comm' +
    'unity=Valenciana, Comunidad|VI Álava=Araba*|Z Zaragoza|ZA Zamora',
  ET: 'AA Addis Ababa|AF Afar|AM Amhara=Amara|BE Benishangul-Gumuz=Benshangul-Gumaz|DD Dire Dawa|' +
    'GA Gambela=Gambela Peoples|HA Harari=Harari People|OR Oromia|SN Southern Nations, National' +
    'ities, and Peoples=Southern Nations, Nationalities and Peoples|SO Somali|TI Tigray=Tigrai',
  FI: '01 Åland|02 South Karelia=Etelä-Karjala|03 Southern Ostrobothnia=Etelä-Pohjanmaa|04 Southe' +
    'rn Savonia=Etelä-Savo|05 Kainuu|06 Tavastia Proper=Kanta-Häme|07 Central Ostrobothnia=Kesk' +
    'i-Pohjanmaa|08 Central Finland=Keski-Suomi|09 Kymenlaakso|10 Lapland=Lappi|11 Pirkanmaa|12' +
    ' Ostrobothnia=Pohjanmaa|13 North Karelia=Pohjois-Karjala|14 Northern Ostrobothnia=Pohjois-' +
    'Pohjanmaa|15 Northern Savonia=Pohjois-Savo|16 Päijänne Tavastia=Päijät-Häme|17 Satakunta|1' +
    '8 Uusimaa|19 Southwest Finland=Varsinais-Suomi',
  FJ: '01 Ba|02 Bua|03 Cakaudrove|04 Kadavu|05 Lau|06 Lomaiviti|07 Macuata|08 Nadroga-Navosa=Nadr' +
    'oga and Navosa|09 Naitasiri|10 Namosi|11 Ra|12 Rewa|13 Serua|14 Tailevu|C Central|E Easter' +
    'n|N Northern|R Rotuma|W Western',
  FM: 'KSA Kosrae|PNI Pohnpei|TRK Chuuk|YAP Yap',
  FR: '01 Ain|02 Aisne|03 Allier|04 Alpes-de-Haute-Provence|05 Hautes-Alpes|06 Alpes-Maritimes|07' +
    ' Ardèche|08 Ardennes|09 Ariège|10 Aube|11 Aude|12 Aveyron|13 Bouches-du-Rhône|14 Calvados|' +
    '15 Cantal|16 Charente|17 Charente-Maritime|18 Cher|19 Corrèze|20R Corse|21 Côte-d’Or=Côte-' +
    'd\'Or|22 Côtes-d’Armor=Côtes-d\'Armor|23 Creuse|24 Dordogne|25 Doubs|26 Drôme|27 Eure|28 Eur' +
    'e-et-Loir|29 Finistère|2A Corse-du-Sud|2B Haute-Corse|30 Gard|31 Haute-Garonne|32 Gers|33 ' +
    'Gironde|34 Hérault|35 Ille-et-Vilaine|36 Indre|37 Indre-et-Loire|38 Isère|39 Jura|40 Lande' +
    's|41 Loir-et-Cher|42 Loire|43 Haute-Loire|44 Loire-Atlantique|45 Loiret|46 Lot|47 Lot-et-G' +
    'aronne|48 Lozère|49 Maine-et-Loire|50 Manche|51 Marne|52 Haute-Marne|53 Mayenne|54 Meurthe' +
    '-et-Moselle|55 Meuse|56 Morbihan|57 Moselle|58 Nièvre|59 Nord|60 Oise|61 Orne|62 Pas-de-Ca' +
    'lais|63 Puy-de-Dôme|64 Pyrénées-Atlantiques|65 Hautes-Pyrénées|66 Pyrénées-Orientales|67 B' +
    'as-Rhin|68 Haut-Rhin|69 Rhône|70 Haute-Saône|71 Saône-et-Loire|72 Sarthe|73 Savoie|74 Haut' +
    'e-Savoie|75 Paris|76 Seine-Maritime|77 Seine-et-Marne|78 Yvelines|79 Deux-Sèvres|80 Somme|' +
    '81 Tarn|82 Tarn-et-Garonne|83 Var|84 Vaucluse|85 Vendée|86 Vienne|87 Haute-Vienne|88 Vosge' +
    's|89 Yonne|90 Territoire de Belfort|91 Essonne|92 Hauts-de-Seine|93 Seine-Saint-Denis|94 V' +
    'al-de-Marne|95 Val-d’Oise=Val-d\'Oise|971 Guadeloupe|972 Martinique|973 Guyane (française)=' +
    'Guyane|974 La Réunion|976 Mayotte|ARA Auvergne-Rhône-Alpes|BFC Burgundy-Franche-Comté=Bour' +
    'gogne-Franche-Comté|BL Saint-Barthélemy|BRE Brittany=Bretagne|CP Clipperton|CVL Centre-Val' +
    ' de Loire|GES Grand-Est|GF Guyane|GP Guadeloupe|HDF Hauts-de-France|IDF Île-de-France²=Île' +
    '-de-France|MF Saint-Martin|MQ Martinique|NAQ Nouvelle-Aquitaine|NC Nouvelle-Calédonie|NOR ' +
    'Normandie|OCC Occitanie|PAC Provence-Alpes-Côte-d’Azur|PDL Pays-de-la-Loire|PF Polynésie f' +
    'rançaise|PM Saint-Pierre-et-Miquelon|RE La Réunion|TF Terres australes françaises|WF Walli' +
    's-et-Futuna|YT Mayotte',
  GA: '1 Estuaire|2 Haut-Ogooué|3 Moyen-Ogooué|4 Ngounié|5 Nyanga|6 Ogooué-Ivindo|7 Ogooué-Lolo|8' +
    ' Ogooué-Maritime|9 Woleu-Ntem',
  GB: 'ABC Armagh, Banbridge and Craigavon=Armagh City, Banbridge and Craigavon|ABD Aberdeenshire' +
    '|ABE Aberdeen=Aberdeen City|AGB Argyll and Bute|AGY Anglesey=Isle of Anglesey|AND Ards and' +
    ' North Down|ANN Antrim and Newtownabbey|ANS Angus|BAS Bath and North East Somerset|BBD Bla' +
    'ckburn with Darwen|BCP Bournemouth, Christchurch and Poole|BDF Bedford|BDG Barking and Dag' +
    'enham|BEN Brent|BEX Bexley|BFS Belfast=Belfast City|BGE Bridgend|BGW Blaenau Gwent|BIR Bir' +
    'mingham|BKM Buckinghamshire|BNE Barnet|BNH Brighton and Hove|BNS Barnsley|BOL Bolton|BPL B' +
    'lackpool|BRC Bracknell Forest|BRD Bradford|BRY Bromley|BST Bristol=Bristol, City of|BUR Bu' +
    'ry|CAM Cambridgeshire|CAY Caerphilly|CBF Central Bedfordshire|CCG Causeway Coast and Glens' +
    '|CGN Ceredigion|CHE Cheshire East|CHW Cheshire West and Chester|CLD Calderdale|CLK Clackma' +
    'nnanshire|CMA Cumbria|CMD Camden|CMN Carmarthenshire|CON Cornwall|COV Coventry|CRF Cardiff' +
    '|CRY Croydon|CWY Conwy|DAL Darlington|DBY Derbyshire|DEN Denbighshire|DER Derby|DEV Devon|' +
    'DGY Dumfries and Galloway|DNC Doncaster|DND Dundee=Dundee City|DOR Dorset|DRS Derry and St' +
    'rabane|DUD Dudley|DUR Durham=Durham, County|EAL Ealing|EAY East Ayrshire|EDH Edinburgh=Edi' +
    'nburgh, City of|EDU East Dunbartonshire|ELN East Lothian|ELS Outer Hebrides=Eilean Siar|EN' +
    'F Enfield|ENG England|ERW East Renfrewshire|ERY East Riding of Yorkshire|ESS Essex|ESX Eas' +
    't Sussex|FAL Falkirk|FIF Fife|FLN Flintshire|FMO Fermanagh and Omagh|GAT Gateshead|GLG Gla' +
    'sgow=Glasgow City|GLS Gloucestershire|GRE Greenwich|GWN Gwynedd|HAL Halton|HAM Hampshire|H' +
    'AV Havering|HCK Hackney|HEF Herefordshire|HIL Hillingdon|HLD Highland|HMF Hammersmith and ' +
    'Fulham|HNS Hounslow|HPL Hartlepool|HRT Hertfordshire|HRW Harrow|HRY Haringey|IOS Isles of ' +
    'Scilly|IOW Isle of Wight|ISL Islington|IVC Inverclyde|KEC Kensington and Chelsea|KEN Kent|' +
    'KHL Kingston upon Hull|KIR Kirklees|KTT Kingston upon Thames|KWL Knowsley|LAN Lancashire|L' +
    'BC Lisburn and Castlereagh|LBH Lambeth|LCE Leicester|LDS Leeds|LEC Leicestershire|LEW Lewi' +
    'sham|LIN Lincolnshire|LIV Liverpool|LND London=London, City of|LUT Luton|MAN Manchester|MD' +
    'B Middlesbrough|MDW Medway|MEA Mid and East Antrim|MIK Milton Keynes|MLN Midlothian|MON Mo' +
    'nmouthshire|MRT Merton|MRY Moray|MTY Merthyr Tydfil|MUL Mid Ulster=Mid-Ulster|NAY North Ay' +
    'rshire|NBL Northumberland|NEL North East Lincolnshire|NET Newcastle upon Tyne|NFK Norfolk|' +
    'NGM Nottingham|NIR Northern Ireland|NLK North Lanarkshire|NLN North Lincolnshire|NMD Newry' +
    ', Mourne and Down|NSM North Somerset|NTH Northamptonshire|NTL Neath Port Talbot|NTT Nottin' +
    'ghamshire|NTY North Tyneside|NWM Newham|NWP Newport|NYK North Yorkshire|OLD Oldham|ORK Ork' +
    'ney Islands|OXF Oxfordshire|PEM Pembrokeshire|PKN Perth and Kinross|PLY Plymouth|POR Ports' +
    'mouth|POW Powys|PTE Peter=Peterborough|RCC Redcar and Cleveland|RCH Rochdale|RCT Rhondda C' +
    'ynon Taf=Rhondda Cynon Taff|RDB Redbridge|RDG Reading|RFW Renfrewshire|RIC Richmond upon T' +
    'hames|ROT Rotherham|RUT Rutland|SAW Sandwell|SAY South Ayrshire|SCB Scottish Borders|SCT S' +
    'cotland|SFK Suffolk|SFT Sefton|SGC South Gloucestershire|SHF Sheffield|SHN Saint Helens=St' +
    '. Helens|SHR Shropshire|SKP Stockport|SLF Salford|SLG Slough|SLK South Lanarkshire|SND Sun' +
    'derland|SOL Solihull|SOM Somerset|SOS Southend-on-Sea|SRY Surrey|STE Stoke-on-Trent|STG St' +
    'irling|STH Southampton|STN Sutton|STS Staffordshire|STT Stockton-on-Tees|STY South Tynesid' +
    'e|SWA Swansea|SWD Swindon|SWK Southwark|TAM Tameside|TFW Telford and Wrekin|THR Thurrock|T' +
    'OB Torbay|TOF Torfaen|TRF Trafford|TWH Tower Hamlets|VGL Vale of Glamorgan=Vale of Glamorg' +
    'an, The|WAR Warwickshire|WBK West Berkshire|WDU West Dunbartonshire|WFT Waltham Forest|WGN' +
    ' Wigan|WIL Wiltshire|WKF Wakefield|WLL Walsall|WLN West Lothian|WLS Wales|WLV Wolverhampto' +
    'n|WND Wandsworth|WNM Windsor and Maidenhead|WOK Wokingham|WOR Worcestershire|WRL Wirral|WR' +
    'T Warrington|WRX Wrexham|WSM Westminster|WSX West Sussex|YOR York|ZET Shetland=Shetland Is' +
    'lands',
  GD: '01 Saint Andrew|02 Saint David|03 Saint George|04 Saint John|05 Saint Mark|06 Saint Patric' +
    'k|10 Carriacou and Petite Martinique=Southern Grenadine Islands',
  GE: 'AB Abkhazia|AJ Adjara=Ajaria|GU Guria|IM Imereti|KA Kakheti=K\'akheti|KK Kvemo Kartli|MM Mt' +
    'skheta-Mtianeti|RL Racha-Lechkhumi and Kvemo Svaneti=Rach\'a-Lechkhumi-Kvemo Svaneti|SJ Sam' +
    'tskhe-Javakheti|SK Shida Kartli|SZ Samegrelo-Zemo Svaneti|TB Tbilisi',
  GH: 'AA Greater Accra|AF Ahafo|AH Ashanti|BE Bono East|BO Bono|CP Central|EP Eastern|NE North E' +
    'ast|NP Northern|OT Oti|SV Savannah|TV Volta|UE Upper East|UW Upper West|WN Western North|W' +
    'P Western',
  GL: 'AV Avannaata Kommunia|KU Kujalleq=Kommune Kujalleq|QE Qeqqata=Qeqqata Kommunia|QT Kommune ' +
    'Qeqertalik|SM Sermersooq=Kommuneqarfik Sermersooq',
  GM: 'B Banjul|L Lower River Division=Lower River|M Central River Division=Central River|N North' +
    ' Bank Division=North Bank|U Upper River Division=Upper River|W West Coast Division=Western',
  GN: 'B Boké Region=Boké|BE Beyla|BF Boffa|BK Boké|C Conakry|CO Coyah|D Kindia Region=Kindia|DB ' +
    'Dabola|DI Dinguiraye|DL Dalaba|DU Dubréka|F Faranah Region=Faranah|FA Faranah|FO Forécaria' +
    'h|FR Fria|GA Gaoual|GU Guéckédou=Guékédou|K Kankan Region=Kankan|KA Kankan|KB Koubia|KD Ki' +
    'ndia|KE Kérouané|KN Koundara|KO Kouroussa|KS Kissidougou|L Labé Region=Labé|LA Labé|LE Lél' +
    'ouma|LO Lola|M Mamou Region=Mamou|MC Macenta|MD Mandiana|ML Mali|MM Mamou|N Nzérékoré Regi' +
    'on=Nzérékoré|NZ Nzérékoré|PI Pita|SI Siguiri|TE Télimélé|TO Tougué|YO Yomou',
  GQ: 'AN Annobón=Annobon|BN Bioko Norte=Bioko Nord|BS Bioko Sur=Bioko Sud|C Río Muni=Região Cont' +
    'inental|CS Centro Sur=Centro Sud|DJ Djibloho|I Insular=Região Insular|KN Kié-Ntem|LI Litor' +
    'al|WN Wele-Nzas',
  GR: '69 Mount Athos=Ágion Óros|A East Macedonia and Thrace=Anatolikí Makedonía kai Thráki|B Cen' +
    'tral Macedonia=Kentrikí Makedonía|C West Macedonia=Dytikí Makedonía|D Epirus=Ípeiros|E The' +
    'ssaly=Thessalía|F Ionian Islands=Ionía Nísia|G West Greece=Dytikí Elláda|H Central Greece=' +
    'Stereá Elláda|I Attica=Attikí|J Peloponnese=Pelopónnisos|K North Aegean=Vóreio Aigaío|L So' +
    'uth Aegean=Nótio Aigaío|M Crete=Kríti',
  GT: 'AV Alta Verapaz|BV Baja Verapaz|CM Chimaltenango|CQ Chiquimula|ES Escuintla|GU Guatemala|H' +
    'U Huehuetenango|IZ Izabal|JA Jalapa|JU Jutiapa|PE Petén|PR El Progreso|QC Quiché|QZ Quetza' +
    'ltenango|RE Retalhuleu|SA Sacatepéquez|SM San Marcos|SO Sololá|SR Santa Rosa|SU Suchitepéq' +
    'uez|TO Totonicapán|ZA Zacapa',
  GW: 'BA Bafatá|BL Bolama=Bolama / Bijagós|BM Biombo|BS Bissau|CA Cacheu|GA Gabú|L Leste|N Norte' +
    '|OI Oio|QU Quinara|S Sul|TO Tombali',
  GY: 'BA Barima-Waini|CU Cuyuni-Mazaruni|DE Demerara-Mahaica|EB East Berbice-Corentyne|ES Essequ' +
    'ibo Islands-West Demerara|MA Mahaica-Berbice|PM Pomeroon-Supenaam|PT Potaro-Siparuni|UD Up' +
    'per Demerara-Berbice|UT Upper Takutu-Upper Essequibo',
  HN: 'AT Atlántida|CH Choluteca|CL Colón|CM Comayagua|CP Copán|CR Cortés|EP El Paraíso|FM Franci' +
    'sco Morazán|GD Gracias a Dios|IB Bay Islands=Islas de la Bahía|IN Intibucá|LE Lempira|LP L' +
    'a Paz|OC Ocotepeque|OL Olancho|SB Santa Bárbara|VA Valle|YO Yoro',
  HR: '01 Zagreb County=Zagrebačka županija|02 Krapina-Zagorje=Krapinsko-zagorska županija|03 Sis' +
    'ak-Moslavina=Sisačko-moslavačka županija|04 Karlovac=Karlovačka županija|05 Varaždin=Varaž' +
    'dinska županija|06 Koprivnica-Križevci=Koprivničko-križevačka županija|07 Bjelovar-Bilogor' +
    'a=Bjelovarsko-bilogorska županija|08 Primorje-Gorski Kotar=Primorsko-goranska županija|09 ' +
    'Lika-Senj=Ličko-senjska županija|10 Virovitica-Podravina=Virovitičko-podravska županija|11' +
    ' Požega-Slavonia=Požeško-slavonska županija|12 Brod-Posavina=Brodsko-posavska županija|13 ' +
    'Zadar=Zadarska županija|14 Osijek-Baranja=Osječko-baranjska županija|15 Šibenik-Knin=Šiben' +
    'sko-kninska županija|16 Vukovar-Syrmia=Vukovarsko-srijemska županija|17 Split-Dalmatia=Spl' +
    'itsko-dalmatinska županija|18 Istria=Istarska županija|19 Dubrovnik-Neretva=Dubrovačko-ner' +
    'etvanska županija|20 Međimurje=Međimurska županija|21 Zagreb=Grad Zagreb',
  HT: 'AR Artibonite|CE Centre|GA Grand’Anse=Grandans|ND Nord|NE Nord-Est|NI Nippes=Nip|NO Nord-O' +
    'uest|OU Ouest=Lwès|SD Sud=Sid|SE Sud-Est=Sidès',
  HU: 'BA Baranya|BC Békéscsaba|BE Békés|BK Bács-Kiskun|BU Budapest|BZ Borsod-Abaúj-Zemplén|CS Cs' +
    'ongrád|DE Debrecen|DU Dunaújváros|EG Eger|ER Érd|FE Fejér|GS Győr-Moson-Sopron|GY Győr|HB ' +
    'Hajdú-Bihar|HE Heves|HV Hódmezővásárhely|JN Jász-Nagykun-Szolnok|KE Komárom-Esztergom|KM K' +
    'ecskemét|KV Kaposvár|MI Miskolc|NK Nagykanizsa|NO Nógrád|NY Nyíregyháza|PE Pest|PS Pécs|SD' +
    ' Szeged|SF Székesfehérvár|SH Szombathely|SK Szolnok|SN Sopron|SO Somogy|SS Szekszárd|ST Sa' +
    'lgótarján|SZ Szabolcs-Szatmár-Bereg|TB Tatabánya|TO Tolna|VA Vas|VE Veszprém County=Veszpr' +
    'ém|VM Veszprém|ZA Zala|ZE Zalaegerszeg',
  ID: 'AC Aceh|BA Bali|BB Bangka–Belitung Islands=Kepulauan Bangka Belitung|BE Bengkulu|BT Banten' +
    '|GO Gorontalo|JA Jambi|JB West Java=Jawa Barat|JI East Java=Jawa Timur|JK Jakarta=Jakarta ' +
    'Raya|JT Central Java=Jawa Tengah|JW Java=Jawa|KA Kalimantan|KB West Kalimantan=Kalimantan ' +
    'Barat|KI East Kalimantan=Kalimantan Timur|KR Riau Islands=Kepulauan Riau|KS South Kalimant' +
    'an=Kalimantan Selatan|KT Central Kalimantan=Kalimantan Tengah|KU North Kalimantan=Kalimant' +
    'an Utara|LA Lampung|MA Maluku|ML Maluku Islands=Maluku|MU North Maluku=Maluku Utara|NB Wes' +
    't Nusa Tenggara=Nusa Tenggara Barat|NT East Nusa Tenggara=Nusa Tenggara Timur|NU Lesser Su' +
    'nda Islands=Nusa Tenggara|PA Papua|PB West Papua=Papua Barat|PP Papua Islands=Papua|RI Ria' +
    'u|SA North Sulawesi=Sulawesi Utara|SB West Sumatra=Sumatera Barat|SG Southeast Sulawesi=Su' +
    'lawesi Tenggara|SL Sulawesi|SM Sumatra=Sumatera|SN South Sulawesi=Sulawesi Selatan|SR West' +
    ' Sulawesi=Sulawesi Barat|SS South Sumatra=Sumatera Selatan|ST Central Sulawesi=Sulawesi Te' +
    'ngah|SU North Sumatra=Sumatera Utara|YO Yogyakarta',
  IE: 'C Connacht=Connaught|CE Clare|CN Cavan|CO Cork|CW Carlow|D Dublin|DL Donegal|G Galway|KE K' +
    'ildare|KK Kilkenny|KY Kerry|L Leinster|LD Longford|LH Louth|LK Limerick|LM Leitrim|LS Laoi' +
    's|M Munster|MH Meath|MN Monaghan|MO Mayo|OY Offaly|RN Roscommon|SO Sligo|TA Tipperary|U Ul' +
    'ster|WD Waterford|WH Westmeath|WW Wicklow|WX Wexford',
  IL: 'D Southern District=Al Janūbī|HA Haifa District=H̱efa|JM Jerusalem=Al Quds|M Central Distr' +
    'ict=Al Awsaţ|TA Tel Aviv District=Tall Abīb|Z Northern District=Ash Shamālī',
  IN: 'AN Andaman and Nicobar Islands|AP Andhra Pradesh|AR Arunachal Pradesh=Arunāchal Pradesh|AS' +
    ' Assam|BR Bihar=Bihār|CH Chandigarh=Chandīgarh|CT Chhattisgarh=Chhattīsgarh|DH Dādra and N' +
    'agar Haveli and Damān and Diu|DL Delhi|GA Goa|GJ Gujarat=Gujarāt|HP Himachal Pradesh=Himāc' +
    'hal Pradesh|HR Haryana=Haryāna|JH Jharkhand=Jhārkhand|JK Jammu and Kashmir=Jammu and Kashm' +
    'īr|KA Karnataka=Karnātaka|KL Kerala|LA Ladakh=Ladākh|LD Lakshadweep|MH Maharashtra=Mahārās' +
    'htra|ML Meghalaya=Meghālaya|MN Manipur|MP Madhya Pradesh|MZ Mizoram|NL Nagaland=Nāgāland|O' +
    'R Odisha|PB Punjab|PY Puducherry|RJ Rajasthan=Rājasthān|SK Sikkim|TG Telangana=Telangāna|T' +
    'N Tamil Nadu=Tamil Nādu|TR Tripura|UP Uttar Pradesh|UT Uttarakhand=Uttarākhand|WB West Ben' +
    'gal',
  IQ: 'AN Al Anbar=Al Anbār|AR Erbil=Arbīl|BA Basra=Al Başrah|BB Babylon=Bābil|BG Baghdad=Baghdād' +
    '|DA Dohuk=Dahūk|DI Diyala=Diyālá|DQ Dhi Qar=Dhī Qār|KA Karbala=Karbalā’|KI Kirkuk=Kirkūk|M' +
    'A Maysan=Maysān|MU Al Muthanna=Al Muthanná|NA Najaf=An Najaf|NI Nineveh=Nīnawá|QA Al-Qādis' +
    'iyyah=Al Qādisīyah|SD Saladin=Şalāḩ ad Dīn|SU Sulaymaniyah=As Sulaymānīyah|WA Wasit=Wāsiţ',
  IR: '00 Markazī|01 East Azerbaijan=Gīlān|02 West Azarbaijan=Māzandarān|03 Ardabil=Āz̄ārbāyjān-e' +
    ' Shārqī|04 Isfahan=Āz̄ārbāyjān-e Ghārbī|05 Ilam=Kermānshāh|06 Bushehr=Khūzestān|07 Tehran=' +
    'Fārs|08 Chaharmahal and Bakhtiari=Kermān|09 Khorāsān-e Raẕavī|10 Khuzestan=Eşfahān|11 Zanj' +
    'an=Sīstān va Balūchestān|12 Semnan=Kordestān|13 Sistan and Baluchestan=Hamadān|14 Fars=Cha' +
    'hār Maḩāl va Bakhtīārī|15 Kerman=Lorestān|16 Kurdistan=Īlām|17 Kermanshah=Kohgīlūyeh va Bo' +
    'wyer Aḩmad|18 Kohgiluyeh and Boyer-Ahmad=Būshehr|19 Gilan=Zanjān|20 Lorestan=Semnān|21 Maz' +
    'andaran=Yazd|22 Markazi=Hormozgān|23 Hormozgan=Tehrān|24 Hamadan=Ardabīl|25 Yazd=Qom|26 Qo' +
    'm=Qazvīn|27 Golestan=Golestān|28 Qazvin=Khorāsān-e Shomālī|29 South Khorasan=Khorāsān-e Jo' +
    'nūbī|30 Razavi Khorasan=Alborz',
  IS: '1 Capital=Höfuðborgarsvæði|2 Southern Peninsula=Suðurnes|3 Western=Vesturland|4 Westfjords' +
    '=Vestfirðir|5 Northwestern=Norðurland vestra|6 Northeastern=Norðurland eystra|7 Eastern=Au' +
    'sturland|8 Southern=Suðurland|AKH Akrahreppur|AKN Akraneskaupstaður|AKU Akureyrarbær|ARN Á' +
    'rneshreppur|ASA Ásahreppur|BFJ Borgarfjarðarhreppur|BLA Bláskógabyggð|BLO Blönduósbær|BOG ' +
    'Borgarbyggð|BOL Bolungarvíkurkaupstaður|DAB Dalabyggð|DAV Dalvíkurbyggð|DJU Djúpavogshrepp' +
    'ur|EOM Eyja- og Miklaholtshreppur|EYF Eyjafjarðarsveit|FJD Fjarðabyggð|FJL Fjallabyggð|FLA' +
    ' Flóahreppur|FLD Fljótsdalshérað|FLR Fljótsdalshreppur|GAR Garðabær|GOG Grímsnes- og Grafn' +
    'ingshreppur|GRN Grindavíkurbær|GRU Grundarfjarðarbær|GRY Grýtubakkahreppur|HAF Hafnarfjarð' +
    'arkaupstaður|HEL Helgafellssveit|HRG Hörgársveit|HRU Hrunamannahreppur|HUT Húnavatnshreppu' +
    'r|HUV Húnaþing vestra|HVA Hvalfjarðarsveit|HVE Hveragerðisbær|ISA Ísafjarðarbær|KAL Kaldra' +
    'naneshreppur|KJO Kjósarhreppur|KOP Kópavogsbær|LAN Langanesbyggð|MOS Mosfellsbær|MYR Mýrda' +
    'lshreppur|NOR Norðurþing|RGE Rangárþing eystra|RGY Rangárþing ytra|RHH Reykhólahreppur|RKN' +
    ' Reykjanesbær|RKV Reykjavíkurborg|SBH Svalbarðshreppur|SBT Svalbarðsstrandarhreppur|SDN Su' +
    'ðurnesjabær|SDV Súðavíkurhreppur|SEL Seltjarnarnesbær|SEY Seyðisfjarðarkaupstaður|SFA Svei' +
    'tarfélagið Árborg|SHF Sveitarfélagið Hornafjörður|SKF Skaftárhreppur|SKG Skagabyggð|SKO Sk' +
    'orradalshreppur|SKU Skútustaðahreppur|SNF Snæfellsbær|SOG Skeiða- og Gnúpverjahreppur|SOL ' +
    'Sveitarfélagið Ölfus|SSF Sveitarfélagið Skagafjörður|SSS Sveitarfélagið Skagaströnd|STR St' +
    'randabyggð|STY Stykkishólmsbær|SVG Sveitarfélagið Vogar|TAL Tálknafjarðarhreppur|THG Þinge' +
    'yjarsveit|TJO Tjörneshreppur|VEM Vestmannaeyjabær|VER Vesturbyggð|VOP Vopnafjarðarhreppur',
  IT: '21 Piedmont=Piemonte|23 Aosta Valley=Val d\'Aoste|25 Lombardy=Lombardia|32 Trentino-South T' +
    'yrol=Trentino-Alto Adige|34 Veneto|36 Friuli–Venezia Giulia=Friuli Venezia Giulia|42 Ligur' +
    'ia|45 Emilia-Romagna|52 Tuscany=Toscana|55 Umbria|57 Marche|62 Lazio|65 Abruzzo|67 Molise|' +
    '72 Campania|75 Apulia=Puglia|77 Basilicata|78 Calabria|82 Sicily=Sicilia|88 Sardinia=Sarde' +
    'gna|AG Agrigento|AL Alessandria|AN Ancona|AP Ascoli Piceno|AQ L’Aquila=L\'Aquila|AR Arezzo|' +
    'AT Asti|AV Avellino|BA Bari|BG Bergamo|BI Biella|BL Belluno|BN Benevento|BO Bologna|BR Bri' +
    'ndisi|BS Brescia|BT Barletta-Andria-Trani|BZ South Tyrol=Bolzano|CA Cagliari|CB Campobasso' +
    '|CE Caserta|CH Chieti|CL Caltanissetta|CN Cuneo|CO Como|CR Cremona|CS Cosenza|CT Catania|C' +
    'Z Catanzaro|EN Enna|FC Forlì-Cesena|FE Ferrara|FG Foggia|FI Florence=Firenze|FM Fermo|FR F' +
    'rosinone|GE Genoa=Genova|GO Gorizia|GR Grosseto|IM Imperia|IS Isernia|KR Crotone|LC Lecco|' +
    'LE Lecce|LI Livorno|LO Lodi|LT Latina|LU Lucca|MB Monza and Brianza=Monza e Brianza|MC Mac' +
    'erata|ME Messina|MI Milan=Milano|MN Mantua=Mantova|MO Modena|MS Massa and Carrara=Massa-Ca' +
    'rrara|MT Matera|NA Naples=Napoli|NO Novara|NU Nuoro|OR Oristano|PA Palermo|PC Piacenza|PD ' +
    'Padua=Padova|PE Pescara|PG Perugia|PI Pisa|PN Pordenone|PO Prato|PR Parma|PT Pistoia|PU Pe' +
    'saro and Urbino=Pesaro e Urbino|PV Pavia|PZ Potenza|RA Ravenna|RC Reggio Calabria|RE Reggi' +
    'o Emilia|RG Ragusa|RI Rieti|RM Rome=Roma|RN Rimini|RO Rovigo|SA Salerno|SI Siena|SO Sondri' +
    'o|SP La Spezia|SR Syracuse=Siracusa|SS Sassari|SU Sud Sardegna|SV Savona|TA Taranto|TE Ter' +
    'amo|TN Trentino=Trento|TO Turin=Torino|TP Trapani|TR Terni|TS Trieste|TV Treviso|UD Udine|' +
    'VA Varese|VB Verbano-Cusio-Ossola|VC Vercelli|VE Venice=Venezia|VI Vicenza|VR Verona|VT Vi' +
    'terbo|VV Vibo Valentia',
  JM: '01 Kingston|02 Saint Andrew|03 Saint Thomas|04 Portland|05 Saint Mary|06 Saint Ann|07 Trel' +
    'awny|08 Saint James|09 Hanover|10 Westmoreland|11 Saint Elizabeth|12 Manchester|13 Clarend' +
    'on|14 Saint Catherine',
  JO: 'AJ Ajloun=‘Ajlūn|AM Amman=Al ‘A̅şimah|AQ Aqaba=Al ‘Aqabah|AT Tafilah=Aţ Ţafīlah|AZ Zarqa=A' +
    'z Zarqā’|BA Balqa=Al Balqā’|IR Irbid|JA Jerash=Jarash|KA Karak=Al Karak|MA Mafraq=Al Mafra' +
    'q|MD Madaba=Mādabā|MN Ma’an=Ma‘ān',
  JP: '01 Hokkaidō=Hokkaido|02 Aomori|03 Iwate|04 Miyagi|05 Akita|06 Yamagata|07 Fukushima|08 Iba' +
    'raki|09 Tochigi|10 Gunma|11 Saitama|12 Chiba|13 Tokyo|14 Kanagawa|15 Niigata|16 Toyama|17 ' +
    'Ishikawa|18 Fukui|19 Yamanashi|20 Nagano|21 Gifu|22 Shizuoka|23 Aichi|24 Mie|25 Shiga|26 K' +
    'yōto=Kyoto|27 Ōsaka=Osaka|28 Hyōgo=Hyogo|29 Nara|30 Wakayama|31 Tottori|32 Shimane|33 Okay' +
    'ama|34 Hiroshima|35 Yamaguchi|36 Tokushima|37 Kagawa|38 Ehime|39 Kōchi=Kochi|40 Fukuoka|41' +
    ' Saga|42 Nagasaki|43 Kumamoto|44 Ōita=Oita|45 Miyazaki|46 Kagoshima|47 Okinawa',
  KE: '01 Baringo|02 Bomet|03 Bungoma|04 Busia|05 Elgeyo-Marakwet=Elgeyo/Marakwet|06 Embu|07 Gari' +
    'ssa|08 Homa Bay|09 Isiolo|10 Kajiado|11 Kakamega|12 Kericho|13 Kiambu|14 Kilifi|15 Kirinya' +
    'ga|16 Kisii|17 Kisumu|18 Kitui|19 Kwale|20 Laikipia|21 Lamu|22 Machakos|23 Makueni|24 Mand' +
    'era|25 Marsabit|26 Meru|27 Migori|28 Mombasa|29 Murang’a=Murang\'a|30 Nairobi County=Nairob' +
    'i City|31 Nakuru|32 Nandi|33 Narok|34 Nyamira|35 Nyandarua|36 Nyeri|37 Samburu|38 Siaya|39' +
    ' Taita-Taveta=Taita/Taveta|40 Tana River|41 Tharaka-Nithi|42 Trans Nzoia|43 Turkana|44 Uas' +
    'in Gishu|45 Vihiga|46 Wajir|47 West Pokot',
  KG: 'B Batken|C Chuy=Chuyskaya oblast\'|GB Bishkek=Bishkek Shaary|GO Osh=Gorod Osh|J Jalal-Abad=' +
    'Dzhalal-Abadskaya oblast\'|N Naryn|O Osh Region=Osh|T Talas|Y Issyk-Kul=Issyk-Kul\'skaja obl' +
    'ast\'',
  KH: '1 Banteay Meanchey=Banteay Mean Choăy|10 Kratié=Kracheh|11 Mondulkiri=Mondol Kiri|12 Phnom' +
    ' Penh|13 Preah Vihear|14 Prey Veng=Prey Veaeng|15 Pursat=Pousaat|16 Ratanakiri=Rotanak Kir' +
    'i|17 Siem Reap=Siem Reab|18 Sihanoukville=Preah Sihanouk|19 Stung Treng=Stoĕng Trêng|2 Bat' +
    'tambang=Baat Dambang|20 Svay Rieng=Svaay Rieng|21 Takéo=Taakaev|22 Oddar Meanchey=Otdar Me' +
    'an Chey|23 Kep=Kaeb|24 Pailin|25 Tbong Khmum|3 Kampong Cham=Kampong Chaam|4 Kampong Chhnan' +
    'g|5 Kampong Speu=Kampong Spueu|6 Kampong Thom=Kampong Thum|7 Kampot|8 Kandal=Kandaal|9 Koh' +
    ' Kong=Kaoh Kong',
  KI: 'G Gilbert Islands|L Line Islands|P Phoenix Islands',
  KM: 'A Anjouan=Andjouân|G Grande Comore=Andjazîdja|M Mohéli',
  KN: '01 Christ Church Nichola Town|02 Saint Anne Sandy Point|03 Saint George Basseterre|04 Sain' +
    't George Gingerland|05 Saint James Windward|06 Saint John Capisterre|07 Saint John Figtree' +
    '|08 Saint Mary Cayon|09 Saint Paul Capisterre|10 Saint Paul Charlestown|11 Saint Peter Bas' +
    'seterre|12 Saint Thomas Lowland|13 Saint Thomas Middle Island|15 Trinity Palmetto Point|K ' +
    'Saint Kitts|N Nevis',
  KP: '01 Pyongyang=P\'yǒngyang|02 South Pyongan=P\'yǒngan-namdo|03 North Pyongan=P\'yǒngan-bukto|04' +
    ' Chagang=Chagang-do|05 South Hwanghae=Hwanghae-namdo|06 North Hwanghae=Hwanghae-bukto|07 K' +
    'angwon=Kangweonto|08 South Hamgyong=Hamgyǒng-namdo|09 North Hamgyong=Hamgyǒng-bukto|10 Rya' +
    'nggang=Ryanggang-do|13 Rason=Raseon|14 Nampho',
  KR: '11 Seoul=Seoul-teukbyeolsi|26 Busan=Busan-gwangyeoksi|27 Daegu=Daegu-gwangyeoksi|28 Incheo' +
    'n=Incheon-gwangyeoksi|29 Gwangju City=Gwangju-gwangyeoksi|30 Daejeon=Daejeon-gwangyeoksi|3' +
    '1 Ulsan=Ulsan-gwangyeoksi|41 Gyeonggi=Gyeonggi-do|42 Gangwon=Gangwon-do|43 North Chungcheo' +
    'ng=Chungcheongbuk-do|44 South Chungcheong=Chungcheongnam-do|45 North Jeolla=Jeollabuk-do|4' +
    '6 South Jeolla=Jeollanam-do|47 North Gyeongsang=Gyeongsangbuk-do|48 South Gyeongsang=Gyeon' +
    'gsangnam-do|49 Jeju=Jeju-teukbyeoljachido|50 Sejong',
  KW: 'AH Al Ahmadi=Al Aḩmadī|FA Al Farwaniyah=Al Farwānīyah|HA Hawalli=Ḩawallī|JA Al Jahra=Al Ja' +
    'hrā’|KU Al Asimah=Al ‘Āşimah|MU Mubarak Al-Kabeer=Mubārak al Kabīr',
  KZ: 'AKM Akmola=Akmolinskaja oblast\'|AKT Aktobe=Aktjubinskaja oblast\'|ALA Almaty|ALM Almaty Reg' +
    'ion=Almatinskaja oblast\'|AST Nur-Sultan|ATY Atyrau=Atyrauskaja oblast\'|KAR Karagandy=Karag' +
    'andinskaja oblast\'|KUS Kostanay=Kostanajskaja oblast\'|KZY Kyzylorda=Kyzylordinskaja oblast' +
    '\'|MAN Mangystau=Mangghystaū oblysy|PAV Pavlodar=Pavlodar oblysy|SEV North Kazakhstan=Sever' +
    'o-Kazahstanskaja oblast\'|SHY Shymkent|VOS East Kazakhstan=Shyghys Qazaqstan oblysy|YUZ Sou' +
    'th Kazakhstan=Turkestankaya oblast\'|ZAP West Kazakhstan=Batys Qazaqstan oblysy|ZHA Jambyl=' +
    'Zhambyl oblysy',
  LA: 'AT Attapeu=Attapu|BK Bokeo=Bokèo|BL Bolikhamsai=Bolikhamxai|CH Champasak|HO Houaphanh=Houa' +
    'phan|KH Khammouane=Khammouan|LM Luang Namtha=Louang Namtha|LP Luang Prabang=Louangphabang|' +
    'OU Oudomxay=Oudômxai|PH Phongsaly=Phôngsali|SL Salavan|SV Savannakhet=Savannakhét|VI Vient' +
    'iane Province=Viangchan|VT Vientiane=Viangchan|XA Sainyabuli=Xaignabouli|XE Sekong=Xékong|' +
    'XI Xiangkhouang|XS Xaisomboun=Xaisômboun',
  LB: 'AK Akkar=Aakkâr|AS North=Ash Shimāl|BA Beirut=Bayrūt|BH Baalbek-Hermel|BI Beqaa=Al Biqā‘|J' +
    'A South=Al Janūb|JL Mount Lebanon=Jabal Lubnān|NA Nabatieh=An Nabaţīyah',
  LC: '01 Anse la Raye|02 Castries|03 Choiseul|05 Dennery|06 Gros Islet|07 Laborie|08 Micoud|10 S' +
    'oufrière|11 Vieux Fort|12 Canaries',
  LI: '01 Balzers|02 Eschen|03 Gamprin|04 Mauren|05 Planken|06 Ruggell|07 Schaan|08 Schellenberg|' +
    '09 Triesen|10 Triesenberg|11 Vaduz',
  LK: '1 Western=Western Province|11 Colombo|12 Gampaha|13 Kalutara|2 Central=Central Province|21' +
    ' Kandy|22 Matale|23 Nuwara Eliya|3 Southern=Southern Province|31 Galle|32 Matara|33 Hamban' +
    'tota|4 Northern=Northern Province|41 Jaffna|42 Kilinochchi|43 Mannar|44 Vavuniya|45 Mullai' +
    'tivu=Mullaittivu|5 Eastern=Eastern Province|51 Batticaloa|52 Ampara|53 Trincomalee|6 North' +
    ' Western=North Western Province|61 Kurunegala|62 Puttalam|7 North Central=North Central Pr' +
    'ovince|71 Anuradhapura|72 Polonnaruwa|8 Uva=Uva Province|81 Badulla|82 Moneragala=Monaraga' +
    'la|9 Sabaragamuwa=Sabaragamuwa Province|91 Ratnapura|92 Kegalle=Kegalla',
  LR: 'BG Bong|BM Bomi|CM Grand Cape Mount|GB Grand Bassa|GG Grand Gedeh|GK Grand Kru|GP Gbarpolu' +
    '|LO Lofa|MG Margibi|MO Montserrado|MY Maryland|NI Nimba|RG River Gee|RI Rivercess=River Ce' +
    'ss|SI Sinoe',
  LS: 'A Maseru|B Butha-Buthe=Botha-Bothe|C Leribe|D Berea|E Mafeteng|F Mohale’s Hoek=Mohale\'s Ho' +
    'ek|G Quthing|H Qacha’s Nek=Qacha\'s Nek|J Mokhotlong|K Thaba-Tseka',
  LT: '01 Akmenė|02 Alytus Municipality=Alytaus miestas|03 Alytus|04 Anykščiai|05 Birštonas=Biršt' +
    'ono|06 Biržai|07 Druskininkai|08 Elektrėnai|09 Ignalina|10 Jonava|11 Joniškis|12 Jurbarkas' +
    '|13 Kaišiadorys|14 Kalvarija=Kalvarijos|15 Kauno Municipality=Kauno miestas|16 Kaunas|17 K' +
    'azlų Rūda=Kazlų Rūdos|18 Kėdainiai|19 Kelmė|20 Klaipėdos Municipality=Klaipėdos miestas|21' +
    ' Klaipėda|22 Kretinga|23 Kupiškis|24 Lazdijai|25 Marijampolė|26 Mažeikiai|27 Molėtai|28 Ne' +
    'ringa|29 Pagėgiai|30 Pakruojis|31 Palanga=Palangos miestas|32 Panevėžio Municipality=Panev' +
    'ėžio miestas|33 Panevėžys|34 Pasvalys|35 Plungė|36 Prienai|37 Radviliškis|38 Raseiniai|39 ' +
    'Rietavas=Rietavo|40 Rokiškis|41 Šakiai|42 Šalčininkai|43 Šiaulių Municipality=Šiaulių mies' +
    'tas|44 Šiauliai|45 Šilalė|46 Šilutė|47 Širvintos|48 Skuodas|49 Švenčionys|50 Tauragė|51 Te' +
    'lšiai|52 Trakai|53 Ukmergė|54 Utena|55 Varėna|56 Vilkaviškis|57 Vilniaus Municipality=Viln' +
    'iaus miestas|58 Vilnius|59 Visaginas|60 Zarasai|AL Alytus County=Alytaus apskritis|KL Klai' +
    'pėda County=Klaipėdos apskritis|KU Kaunas County=Kauno apskritis|MR Marijampolė County=Mar' +
    'ijampolės apskritis|PN Panevėžys County=Panevėžio apskritis|SA Šiauliai County=Šiaulių aps' +
    'kritis|TA Tauragė County=Tauragės apskritis|TE Telšiai County=Telšių apskritis|UT Utena Co' +
    'unty=Utenos apskritis|VL Vilnius County=Vilniaus apskritis',
  LU: 'CA Capellen|CL Clervaux=Clerf|DI Diekirch|EC Echternach|ES Esch-sur-Alzette=Esch an der Al' +
    'zette|GR Grevenmacher|LU Luxembourg|ME Mersch|RD Redange|RM Remich|VD Vianden=Veianen|WI W' +
    'iltz',
  LV: '001 Aglona=Aglonas novads|002 Aizkraukle=Aizkraukles novads|003 Aizpute=Aizputes novads|00' +
    '4 Aknīste=Aknīstes novads|005 Aloja=Alojas novads|006 Alsunga=Alsungas novads|007 Alūksne=' +
    'Alūksnes novads|008 Amata=Amatas novads|009 Ape=Apes novads|010 Auce=Auces novads|011 Ādaž' +
    'i=Ādažu novads|012 Babīte=Babītes novads|013 Baldone=Baldones novads|014 Baltinava=Baltina' +
    'vas novads|015 Balvi=Balvu novads|016 Bauska=Bauskas novads|017 Beverīna=Beverīnas novads|' +
    '018 Brocēni=Brocēnu novads|019 Burtnieki=Burtnieku novads|020 Carnikava=Carnikavas novads|' +
    '021 Cesvaine=Cesvaines novads|022 Cēsis=Cēsu novads|023 Cibla=Ciblas novads|024 Dagda=Dagd' +
    'as novads|025 Daugavpils Municipality=Daugavpils novads|026 Dobele=Dobeles novads|027 Dund' +
    'aga=Dundagas novads|028 Durbe=Durbes novads|029 Engure=Engures novads|030 Ērgļi=Ērgļu nova' +
    'ds|031 Garkalne=Garkalnes novads|032 Grobiņa=Grobiņas novads|033 Gulbene=Gulbenes novads|0' +
    '34 Iecava=Iecavas novads|035 Ikšķile=Ikšķiles novads|036 Ilūkste=Ilūkstes novads|037 Inčuk' +
    'alns=Inčukalna novads|038 Jaunjelgava=Jaunjelgavas novads|039 Jaunpiebalga=Jaunpiebalgas n' +
    'ovads|040 Jaunpils=Jaunpils novads|041 Jelgava Municipality=Jelgavas novads|042 Jēkabpils ' +
    'Municipality=Jēkabpils novads|043 Kandava=Kandavas novads|044 Kārsava=Kārsavas novads|045 ' +
    'Kocēni=Kocēnu novads|046 Koknese=Kokneses novads|047 Krāslava=Krāslavas novads|048 Krimuld' +
    'a=Krimuldas novads|049 Krustpils=Krustpils novads|050 Kuldīga=Kuldīgas novads|051 Ķegums=Ķ' +
    'eguma novads|052 Ķekava=Ķekavas novads|053 Lielvārde=Lielvārdes novads|054 Limbaži=Limbažu' +
    ' novads|055 Līgatne=Līgatnes novads|056 Līvāni=Līvānu novads|057 Lubāna=Lubānas novads|058' +
    ' Ludza=Ludzas novads|059 Madona=Madonas novads|060 Mazsalaca=Mazsalacas novads|061 Mālpils' +
    '=Mālpils novads|062 Mārupe=Mārupes novads|063 Mērsrags=Mērsraga novads|064 Naukšēni=Naukšē' +
    'nu novads|065 Nereta=Neretas novads|066 Nīca=Nīcas novads|067 Ogre=Ogres novads|068 Olaine' +
    '=Olaines novads|069 Ozolnieki=Ozolnieku novads|070 Pārgauja=Pārgaujas novads|071 Pāvilosta' +
    '=Pāvilostas novads|072 Pļaviņas=Pļaviņu novads|073 Preiļi=Preiļu novads|074 Priekule=Priek' +
    'ules novads|075 Priekuļi=Priekuļu novads|076 Rauna=Raunas novads|077 Rēzekne Municipality=' +
    'Rēzeknes novads|078 Riebiņi=Riebiņu novads|079 Roja=Rojas novads|080 Ropaži=Ropažu novads|' +
    '081 Rucava=Rucavas novads|082 Rugāji=Rugāju novads|083 Rundāle=Rundāles novads|084 Rūjiena' +
    '=Rūjienas novads|085 Sala=Salas novads|086 Salacgrīva=Salacgrīvas novads|087 Salaspils=Sal' +
    'aspils novads|088 Saldus=Saldus novads|089 Saulkrasti=Saulkrastu novads|090 Sēja=Sējas nov' +
    'ads|091 Sigulda=Siguldas novads|092 Skrīveri=Skrīveru novads|093 Skrunda=Skrundas novads|0' +
    '94 Smiltene=Smiltenes novads|095 Stopiņi=Stopiņu novads|096 Strenči=Strenču novads|097 Tal' +
    'si=Talsu novads|098 Tērvete=Tērvetes novads|099 Tukums=Tukuma novads|100 Vaiņode=Vaiņodes ' +
    'novads|101 Valka=Valkas novads|102 Varakļāni=Varakļānu novads|103 Vārkava=Vārkavas novads|' +
    '104 Vecpiebalga=Vecpiebalgas novads|105 Vecumnieki=Vecumnieku novads|106 Ventspils Municip' +
    'ality=Ventspils novads|107 Viesīte=Viesītes novads|108 Viļaka=Viļakas novads|109 Viļāni=Vi' +
    'ļānu novads|110 Zilupe=Zilupes novads|DGV Daugavpils|JEL Jelgava|JKB Jēkabpils|JUR Jūrmala' +
    '|LPX Liepāja|REZ Rēzekne|RIX Riga=Rīga|VEN Ventspils|VMR Valmiera',
  LY: 'BA Benghazi=Banghāzī|BU Butnan=Al Buţnān|DR Derna=Darnah|GT Ghat=Ghāt|JA Jabal al Akhdar=A' +
    'l Jabal al Akhḑar|JG Jabal al Gharbi=Al Jabal al Gharbī|JI Jafara=Al Jafārah|JU Jufra=Al J' +
    'ufrah|KF Kufra=Al Kufrah|MB Murqub=Al Marqab|MI Misrata=Mişrātah|MJ Marj=Al Marj|MQ Murzuq' +
    '|NL Nalut=Nālūt|NQ Nuqat al Khams=An Nuqāţ al Khams|SB Sabha=Sabhā|SR Sirte=Surt|TB Tripol' +
    'i=Ţarābulus|WA Al Wahat=Al Wāḩāt|WD Wadi al Hayaa=Wādī al Ḩayāt|WS Wadi al Shatii=Wādī ash' +
    ' Shāţi’|ZA Zawiya=Az Zāwiyah',
  MA: '01 Tangier-Tétouan=Tanger-Tétouan-Al Hoceïma|02 Gharb-Chrarda-Béni Hssen=L\'Oriental|03 Taz' +
    'a-Al Hoceima-Taounate=Fès-Meknès|04 Oriental=Rabat-Salé-Kénitra|05 Fès-Boulemane=Béni Mell' +
    'al-Khénifra|06 Meknès-Tafilalet=Casablanca-Settat|07 Rabat-Salé-Zemmour-Zaer=Marrakech-Saf' +
    'i|08 Grand Casablanca=Drâa-Tafilalet|09 Chaouia-Ouardigha=Souss-Massa|10 Doukkala-Abda=Gue' +
    'lmim-Oued Noun|11 Marrakesh-Tensift-El Haouz=Laâyoune-Sakia El Hamra|12 Tadla-Azilal=Dakhl' +
    'a-Oued Ed-Dahab|AGD Agadir-Ida Ou Tanane=Agadir-Ida-Ou-Tanane|AOU Aousserd|ASZ Assa-Zag|AZ' +
    'I Azilal|BEM Béni-Mellal=Béni Mellal|BER Berkane|BES Ben Slimane=Benslimane|BOD Boujdour|B' +
    'OM Boulemane|BRR Berrechid|CAS Casablanca|CHE Chefchaouen|CHI Chichaoua|CHT Chtouka Aït Ba' +
    'ha=Chtouka-Ait Baha|DRI Driouch|ERR Errachidia|ESI Essaouira|ESM Es Semara=Es-Semara|FAH F' +
    'ahs-Beni Makada=Fahs-Anjra|FES Fès-Dar-Dbibegh=Fès|FIG Figuig|FQH Fquih Ben Salah|GUE Guel' +
    'mim|GUF Guercif|HAJ El Hajeb|HAO Al Haouz|HOC Al Hoceïma|IFR Ifrane|INE Inezgane-Aït Mello' +
    'ul=Inezgane-Ait Melloul|JDI El Jadida|JRA Jerada|KEN Kénitra|KES Kelaat Sraghna=El Kelâa d' +
    'es Sraghna|KHE Khemisset=Khémisset|KHN Khénifra|KHO Khouribga|LAA Laâyoune|LAR Larache|MAR' +
    ' Marrakech|MDF M’diq-Fnideq|MED Médiouna|MEK Meknès|MID Midelt|MOH Mohammedia=Mohammadia|M' +
    'OU Moulay Yacoub|NAD Nador|NOU Nouaceur|OUA Ouarzazate|OUD Oued Ed-Dahab|OUJ Oujda-Angad|O' +
    'UZ Ouezzane|RAB Rabat|REH Rehamna|SAF Safi|SAL Salé|SEF Sefrou|SET Settat|SIB Sidi Bennour' +
    '|SIF Sidi Ifni|SIK Sidi Kacem|SIL Sidi Slimane|SKH Skhirat-Témara=Skhirate-Témara|TAF Tarf' +
    'aya (EH-partial)=Tarfaya|TAI Taourirt|TAO Taounate|TAR Taroudant=Taroudannt|TAT Tata|TAZ T' +
    'aza|TET Tétouan|TIN Tinghir|TIZ Tiznit|TNG Tangier-Assilah=Tanger-Assilah|TNT Tan-Tan|YUS ' +
    'Youssoufia|ZAG Zagora',
  MC: 'CL La Colle|CO La Condamine|FO Fontvieille|GA La Gare|JE Jardin Exotique de Monaco=Jardin ' +
    'Exotique|LA Larvotto|MA Malbousquet|MC Monte Carlo=Monte-Carlo|MG Moneghetti|MO Monaco-Vil' +
    'le|MU Moulins|PH Port Hercules=Port-Hercule|SD Sainte-Dévote Chapel=Sainte-Dévote|SO La So' +
    'urce|SP Spélugues|SR Saint Roman=Saint-Roman|VR Vallon de la Rousse',
  MD: 'AN Anenii Noi|BA Bălţi=Bălți|BD Bender|BR Briceni|BS Basarabeasca|CA Cahul|CL Călărași|CM ' +
    'Cimișlia|CR Criuleni|CS Căușeni|CT Cantemir|CU Chișinău|DO Dondușeni|DR Drochia|DU Dubăsar' +
    'i|ED Edineț|FA Fălești|FL Florești|GA Gagauzia=Găgăuzia, Unitatea teritorială autonomă|GL ' +
    'Glodeni|HI Hîncești|IA Ialoveni|LE Leova|NI Nisporeni|OC Ocniţa=Ocnița|OR Orhei|RE Rezina|' +
    'RI Rîșcani|SD Șoldănești|SI Sîngerei|SN Transnistria=Stînga Nistrului, unitatea teritorial' +
    'ă din|SO Soroca|ST Strășeni|SV Ştefan Vodă=Ștefan Vodă|TA Taraclia|TE Telenești|UN Ungheni',
  ME: '01 Andrijevica|02 Bar|03 Berane|04 Bijelo Polje|05 Budva|06 Cetinje|07 Danilovgrad|08 Herc' +
    'eg Novi=Herceg-Novi|09 Kolašin|10 Kotor|11 Mojkovac|12 Nikšić|13 Plav|14 Pljevlja|15 Pluži' +
    'ne|16 Podgorica|17 Rožaje|18 Šavnik|19 Tivat|20 Ulcinj|21 Žabljak|22 Gusinje|23 Petnjica|2' +
    '4 Tuzi',
  MG: 'A Toamasina|D Antsiranana|F Fianarantsoa|M Mahajanga|T Antananarivo|U Toliara',
  MH: 'ALK Ailuk Atoll=Ailuk|ALL Ailinglaplap Atoll=Ailinglaplap|ARN Arno|AUR Aur Atoll=Aur|EBO E' +
    'bon Atoll=Ebon|ENI Enewetak Atoll=Enewetak & Ujelang|JAB Jabat Island=Jabat|JAL Jaluit Ato' +
    'll=Jaluit|KIL Kili Island=Bikini & Kili|KWA Kwajalein|L Ralik Chain=Ralik chain|LAE Lae At' +
    'oll=Lae|LIB Lib Island=Lib|LIK Likiep Atoll=Likiep|MAJ Majuro|MAL Maloelap Atoll=Maloelap|' +
    'MEJ Mejit Island=Mejit|MIL Mili Atoll=Mili|NMK Namdrik Atoll=Namdrik|NMU Namu Atoll=Namu|R' +
    'ON Rongelap Atoll=Rongelap|T Ratak Chain=Ratak chain|UJA Ujae Atoll=Ujae|UTI Utirik Atoll=' +
    'Utrik|WTH Wotho Atoll=Wotho|WTJ Wotje Atoll=Wotje',
  MK: '101 Veles|102 Gradsko|103 Demir Kapija|104 Kavadarci|105 Lozovo|106 Negotino|107 Rosoman|1' +
    '08 Sveti Nikole|109 Čaška|201 Berovo|202 Vinica|203 Delčevo|204 Zrnovci|205 Karbinci|206 K' +
    'očani|207 Makedonska Kamenica|208 Pehčevo|209 Probištip|210 Češinovo-Obleševo|211 Štip|301' +
    ' Vevčani|303 Debar|304 Debrca|307 Kičevo|308 Makedonski Brod|310 Ohrid|311 Plasnica|312 St' +
    'ruga|313 Centar Župa|401 Bogdanci|402 Bosilovo|403 Valandovo|404 Vasilevo|405 Gevgelija|40' +
    '6 Dojran|407 Konče|408 Novo Selo|409 Radoviš|410 Strumica|501 Bitola|502 Demir Hisar|503 D' +
    'olneni|504 Krivogaštani|505 Kruševo|506 Mogila|507 Novaci|508 Prilep|509 Resen|601 Bogovin' +
    'je|602 Brvenica|603 Vrapčište|604 Gostivar|605 Želino|606 Jegunovce|607 Mavrovo i Rostuše|' +
    '608 Tearce|609 Tetovo|701 Kratovo|702 Kriva Palanka|703 Kumanovo|704 Lipkovo|705 Rankovce|' +
    '706 Staro Nagoričane|801 Aerodrom †|802 Aračinovo|803 Butel †|804 Gazi Baba †|805 Gjorče P' +
    'etrov †|806 Zelenikovo|807 Ilinden|808 Karpoš †|809 Kisela Voda †|810 Petrovec|811 Saraj †' +
    '|812 Sopište|813 Studeničani|814 Centar †|815 Čair †|816 Čučer-Sandevo|817 Šuto Orizari †',
  ML: '1 Kayes|10 Taoudénit|2 Koulikoro|3 Sikasso|4 Ségou|5 Mopti|6 Tombouctou|7 Gao|8 Kidal|9 Mé' +
    'naka|BKO Bamako',
  MM: '01 Sagaing|02 Bago|03 Magway|04 Mandalay|05 Tanintharyi|06 Yangon|07 Ayeyarwady|11 Kachin|' +
    '12 Kayah|13 Kayin|14 Chin|15 Mon|16 Rakhine|17 Shan|18 Naypyidaw=Nay Pyi Taw',
  MN: '035 Orkhon=Orhon|037 Darkhan-Uul=Darhan uul|039 Khentii=Hentiy|041 Khövsgöl=Hövsgöl|043 Kh' +
    'ovd=Hovd|046 Uvs|047 Töv|049 Selenge|051 Sükhbaatar=Sühbaatar|053 Ömnögovi=Ömnögovĭ|055 Öv' +
    'örkhangai=Övörhangay|057 Zavkhan=Dzavhan|059 Dundgovi=Dundgovĭ|061 Dornod|063 Dornogovi=Do' +
    'rnogovĭ|064 Govisümber=Govĭ-Sümber|065 Govi-Altai=Govĭ-Altay|067 Bulgan|069 Bayankhongor=B' +
    'ayanhongor|071 Bayan-Ölgii=Bayan-Ölgiy|073 Arkhangai=Arhangay|1 Ulaanbaatar',
  MR: '01 Hodh Ech Chargui=Hodh ech Chargui|02 Hodh El Gharbi=Hodh el Gharbi|03 Assaba|04 Gorgol|' +
    '05 Brakna|06 Trarza|07 Adrar|08 Dakhlet Nouadhibou=Dakhlet Nouâdhibou|09 Tagant|10 Guidima' +
    'ka|11 Tiris Zemmour|12 Inchiri|13 Nouakchott Ouest|14 Nouakchott Nord|15 Nouakchott Sud',
  MT: '01 Attard|02 Balzan|03 Birgu|04 Birkirkara|05 Birżebbuġa|06 Cospicua=Bormla|07 Dingli|08 F' +
    'gura|09 Floriana|10 Fontana|11 Gudja|12 Gżira|13 Għajnsielem|14 Għarb|15 Għargħur|16 Għasr' +
    'i|17 Għaxaq|18 Ħamrun|19 Iklin|20 Senglea=Isla|21 Kalkara|22 Kerċem|23 Kirkop|24 Lija|25 L' +
    'uqa|26 Marsa|27 Marsaskala|28 Marsaxlokk|29 Mdina|30 Mellieħa|31 Mġarr|32 Mosta|33 Mqabba|' +
    '34 Msida|35 Imtarfa=Mtarfa|36 Munxar|37 Nadur|38 Naxxar|39 Paola|40 Pembroke|41 Pietà|42 Q' +
    'ala|43 Qormi|44 Qrendi|45 Victoria=Rabat Gozo|46 Rabat=Rabat Malta|47 Safi|48 St. Julian’s' +
    '=Saint Julian\'s|49 San Ġwann=Saint John|50 Saint Lawrence|51 St. Paul’s Bay=Saint Paul\'s B' +
    'ay|52 Sannat|53 Santa Luċija=Saint Lucia\'s|54 Santa Venera|55 Siġġiewi|56 Sliema|57 Swieqi' +
    '|58 Ta’ Xbiex=Ta\' Xbiex|59 Tarxien|60 Valletta|61 Xagħra|62 Xewkija|63 Xgħajra|64 Żabbar|6' +
    '5 Żebbuġ Gozo|66 Żebbuġ=Żebbuġ Malta|67 Żejtun|68 Żurrieq',
  MU: 'AG Agaléga=Agalega Islands|BL Rivière Noire=Black River|CC Cargados Carajos=Cargados Caraj' +
    'os Shoals|FL Flacq|GP Grand Port|MO Moka|PA Pamplemousses|PL Port Louis District=Port Loui' +
    's|PW Plaines Wilhems|RO Rodrigues=Rodrigues Island|RR Rivière du Rempart|SA Savanne',
  MV: '00 Alif Dhaal=South Ari Atoll|01 Addu=Addu City|02 Alif Alif=North Ari Atoll|03 Lhaviyani=' +
    'Faadhippolhu|04 Vaavu=Felidhu Atoll|05 Laamu=Hahdhunmathi|07 Haa Alif=North Thiladhunmathi' +
    '|08 Thaa=Kolhumadulu|12 Meemu=Mulaku Atoll|13 Raa=North Maalhosmadulu|14 Faafu=North Nilan' +
    'dhe Atoll|17 Dhaalu=South Nilandhe Atoll|20 Baa=South Maalhosmadulu|23 Haa Dhaalu=South Th' +
    'iladhunmathi|24 Shaviyani=North Miladhunmadulu|25 Noonu=South Miladhunmadulu|26 Kaafu=Male' +
    ' Atoll|27 Gaafu Alif=North Huvadhu Atoll|28 Gaafu Dhaalu=South Huvadhu Atoll|29 Gnaviyani=' +
    'Fuvammulah|MLE Malé=Male',
  MW: 'BA Balaka|BL Blantyre|C Central=Central Region|CK Chikwawa|CR Chiradzulu|CT Chitipa|DE Ded' +
    'za|DO Dowa|KR Karonga|KS Kasungu|LI Lilongwe|LK Likoma|MC Mchinji|MG Mangochi|MH Machinga|' +
    'MU Mulanje|MW Mwanza|MZ Mzimba|N Northern=Northern Region|NB Nkhata Bay|NE Neno|NI Ntchisi' +
    '|NK Nkhotakota|NS Nsanje|NU Ntcheu|PH Phalombe|RU Rumphi|S Southern=Southern Region|SA Sal' +
    'ima|TH Thyolo|ZO Zomba',
  MX: 'AGU Aguascalientes|BCN Baja California|BCS Baja California Sur|CAM Campeche|CHH Chihuahua|' +
    'CHP Chiapas|CMX Ciudad de Mexico=Ciudad de México|COA Coahuila=Coahuila de Zaragoza|COL Co' +
    'lima|DUR Durango|GRO Guerrero|GUA Guanajuato|HID Hidalgo|JAL Jalisco|MEX Mexico State=Méxi' +
    'co|MIC Michoacán=Michoacán de Ocampo|MOR Morelos|NAY Nayarit|NLE Nuevo León|OAX Oaxaca|PUE' +
    ' Puebla|QUE Querétaro|ROO Quintana Roo|SIN Sinaloa|SLP San Luis Potosí|SON Sonora|TAB Taba' +
    'sco|TAM Tamaulipas|TLA Tlaxcala|VER Veracruz=Veracruz de Ignacio de la Llave|YUC Yucatán|Z' +
    'AC Zacatecas',
  MY: '01 Johor|02 Kedah|03 Kelantan|04 Malacca=Melaka|05 Negeri Sembilan|06 Pahang|07 Penang=Pul' +
    'au Pinang|08 Perak|09 Perlis|10 Selangor|11 Terengganu|12 Sabah|13 Sarawak|14 Kuala Lumpur' +
    '=Wilayah Persekutuan Kuala Lumpur|15 Labuan=Wilayah Persekutuan Labuan|16 Putrajaya=Wilaya' +
    'h Persekutuan Putrajaya',
  MZ: 'A Niassa|B Manica|G Gaza|I Inhambane|L Maputo Province=Maputo|MPM Maputo|N Nampula|P Cabo ' +
    'Delgado|Q Zambezia=Zambézia|S Sofala|T Tete',
  NA: 'CA Zambezi|ER Erongo|HA Hardap|KA Karas=//Karas|KE Kavango East|KH Khomas|KU Kunene|KW Kav' +
    'ango West|OD Otjozondjupa|OH Omaheke|ON Oshana|OS Omusati|OT Oshikoto|OW Ohangwena',
  NE: '1 Agadez|2 Diffa|3 Dosso|4 Maradi|5 Tahoua|6 Tillabéri|7 Zinder|8 Niamey',
  NG: 'AB Abia|AD Adamawa|AK Akwa Ibom|AN Anambra|BA Bauchi|BE Benue|BO Borno|BY Bayelsa|CR Cross' +
    ' River|DE Delta|EB Ebonyi|ED Edo|EK Ekiti|EN Enugu|FC Federal Capital Territory=Abuja Fede' +
    'ral Capital Territory|GO Gombe|IM Imo|JI Jigawa|KD Kaduna|KE Kebbi|KN Kano|KO Kogi|KT Kats' +
    'ina|KW Kwara|LA Lagos|NA Nasarawa|NI Niger|OG Ogun|ON Ondo|OS Osun|OY Oyo|PL Plateau|RI Ri' +
    'vers|SO Sokoto|TA Taraba|YO Yobe|ZA Zamfara',
  NI: 'AN Atlántico Norte=Costa Caribe Norte|AS Atlántico Sur=Costa Caribe Sur|BO Boaco|CA Carazo' +
    '|CI Chinandega|CO Chontales|ES Estelí|GR Granada|JI Jinotega|LE León|MD Madriz|MN Managua|' +
    'MS Masaya|MT Matagalpa|NS Nueva Segovia|RI Rivas|SJ Río San Juan',
  NL: 'AW Aruba|BQ1 Bonaire|BQ2 Saba|BQ3 Sint Eustatius|CW Curaçao|DR Drenthe|FL Flevoland|FR Fri' +
    'esland=Fryslân|GE Gelderland|GR Groningen|LI Limburg|NB North Brabant=Noord-Brabant|NH Nor' +
    'th Holland=Noord-Holland|OV Overijssel|SX Sint Maarten|UT Utrecht|ZE Zeeland|ZH South Holl' +
    'and=Zuid-Holland',
  NO: '03 Oslo|11 Rogaland|15 Møre og Romsdal|18 Nordland|21 Svalbard|22 Jan Mayen|30 Viken|34 In' +
    'nlandet|38 Vestfold og Telemark|42 Agder|46 Vestland|50 Trøndelag=Trööndelage|54 Tromssan ' +
    'ja Finmarkun=Romssa ja Finnmárkku',
  NP: '1 Central|2 Madhya Pashchimanchal=Mid Western|3 Western|4 Purwanchal=Eastern|5 Sudur Pashc' +
    'himanchal=Far Western|BA Bagmati|BH Bheri|DH Dhawalagiri|GA Gandaki|JA Janakpur|KA Karnali' +
    '|KO Kosi|LU Lumbini|MA Mahakali|ME Mechi|NA Narayani|P1 Province 1|P2 Province 2|P3 Provin' +
    'ce 3=Bāgmatī|P4 Gandaki²=Gandaki|P5 Province 5|P6 Karnali²=Karnali|P7 Province 7=Sudūr Pas' +
    'hchim|RA Rapti|SA Sagarmatha|SE Seti',
  NR: '01 Aiwo|02 Anabar|03 Anetan|04 Anibare|05 Baiti=Baitsi|06 Boe|07 Buada|08 Denigomodu|09 Ew' +
    'a|10 Ijuw|11 Meneng|12 Nibok|13 Uaboe|14 Yaren',
  NZ: 'AUK Auckland|BOP Bay of Plenty|CAN Canterbury|CIT Chatham Islands=Chatham Islands Territor' +
    'y|GIS Gisborne|HKB Hawke’s Bay=Hawke\'s Bay|MBH Marl=Marlborough|MWT Manawatu-Wanganui|NSN ' +
    'Nelson|NTL Northland|OTA Otago|STL Southland|TAS Tasman|TKI Taranaki|WGN Wellington|WKO Wa' +
    'ikato|WTC West Coast',
  OM: 'BJ Janub al Batinah=Janūb al Bāţinah|BS Shamal al Batinah=Shamāl al Bāţinah|BU Al Buraimi=' +
    'Al Buraymī|DA Ad Dakhiliyah=Ad Dākhilīyah|MA Muscat=Masqaţ|MU Musandam|SJ Janub ash Sharqi' +
    'yah=Janūb ash Sharqīyah|SS Shamal ash Sharqiyah=Shamāl ash Sharqīyah|WU Al Wusta=Al Wusţá|' +
    'ZA Ad Dhahirah=Az̧ Z̧āhirah|ZU Dhofar=Z̧ufār',
  PA: '1 Bocas del Toro|10 West Panamá=Panamá Oeste|2 Coclé|3 Colón|4 Chiriquí|5 Darién|6 Herrera' +
    '|7 Los Santos|8 Panamá|9 Veraguas|EM Emberá|KY Guna Yala|NB Ngöbe-Buglé',
  PE: 'AMA Amazonas=Amarumayu|ANC Ancash|APU Apurímac=Apurimaq|ARE Arequipa|AYA Ayacucho|CAJ Caja' +
    'marca|CAL El Callao|CUS Cusco|HUC Huánuco|HUV Huancavelica|ICA Ica|JUN Junín=Hunin|LAL La ' +
    'Libertad|LAM Lambayeque|LIM Lima Region=Lima|LMA Lima=Lima hatun llaqta|LOR Loreto|MDD Mad' +
    're de Dios|MOQ Moquegua|PAS Pasco|PIU Piura|PUN Puno|SAM San Martín=San Martin|TAC Tacna|T' +
    'UM Tumbes|UCA Ucayali',
  PG: 'CPK Chimbu|CPM Central|EBR East New Britain|EHG Eastern Highlands|EPW Enga|ESW East Sepik|' +
    'GPK Gulf|HLA Hela|JWK Jiwaka|MBA Milne Bay|MPL Morobe|MPM Madang|MRL Manus|NCD Port Moresb' +
    'y=National Capital District|NIK New Ireland|NPP Oro=Northern|NSB Bougainville|SAN Sandaun=' +
    'West Sepik|SHM Southern Highlands|WBK West New Britain|WHM Western Highlands|WPD Western',
  PH: '00 Metro Manila=National Capital Region|01 Ilocos|02 Cagayan Valley|03 Central Luzon|05 Bi' +
    'col|06 Western Visayas|07 Central Visayas|08 Eastern Visayas|09 Zamboanga Peninsula|10 Nor' +
    'thern Mindanao|11 Davao|12 Soccsksargen|13 Caraga|14 Muslim Mindanao=Autonomous Region in ' +
    'Muslim Mindanao|15 Cordillera Administrative=Cordillera Administrative Region|40 Calabarzo' +
    'n|41 Mimaropa|ABR Abra|AGN Agusan del Norte|AGS Agusan del Sur|AKL Aklan|ALB Albay|ANT Ant' +
    'ique|APA Apayao|AUR Aurora|BAN Bataan|BAS Basilan|BEN Benguet|BIL Biliran|BOH Bohol|BTG Ba' +
    'tangas|BTN Batanes|BUK Bukidnon|BUL Bulacan|CAG Cagayan|CAM Camiguin|CAN Camarines Norte|C' +
    'AP Capiz|CAS Camarines Sur|CAT Catanduanes|CAV Cavite|CEB Cebu|COM Compostela Valley=Davao' +
    ' de Oro|DAO Davao Oriental|DAS Davao del Sur|DAV Davao del Norte|DIN Dinagat Islands|DVO D' +
    'avao Occidental|EAS Eastern Samar|GUI Guimaras|IFU Ifugao|ILI Iloilo|ILN Ilocos Norte|ILS ' +
    'Ilocos Sur|ISA Isabela|KAL Kalinga|LAG Laguna|LAN Lanao del Norte|LAS Lanao del Sur|LEY Le' +
    'yte|LUN La Union|MAD Marinduque|MAG Maguindanao|MAS Masbate|MDC Occidental Mindoro=Mindoro' +
    ' Occidental|MDR Oriental Mindoro=Mindoro Oriental|MOU Mountain=Mountain Province|MSC Misam' +
    'is Occidental|MSR Misamis Oriental|NCO Cotabato|NEC Negros Occidental|NER Negros Oriental|' +
    'NSA Northern Samar|NUE Nueva Ecija|NUV Nueva Vizcaya|PAM Pampanga|PAN Pangasinan|PLW Palaw' +
    'an|QUE Quezon|QUI Quirino|RIZ Rizal|ROM Romblon|SAR Sarangani|SCO South Cotabato|SIG Siqui' +
    'jor|SLE Southern Leyte|SLU Sulu|SOR Sorsogon|SUK Sultan Kudarat|SUN Surigao del Norte|SUR ' +
    'Surigao del Sur|TAR Tarlac|TAW Tawi-Tawi|WSA Samar|ZAN Zamboanga del Norte|ZAS Zamboanga d' +
    'el Sur|ZMB Zambales|ZSI Zamboanga Sibugay',
  PK: 'BA Balochistan|GB Gilgit-Baltistan|IS Islamabad|JK Azad Kashmir=Azad Jammu and Kashmir|KP ' +
    'Khyber Pakhtunkhwa|PB Punjab|SD Sindh',
  PL: '02 Lower Silesia=Dolnośląskie|04 Kuyavia-Pomerania=Kujawsko-pomorskie|06 Lublin=Lubelskie|' +
    '08 Lubusz=Lubuskie|10 Łódź=Łódzkie|12 Lesser Poland=Małopolskie|14 Mazovia=Mazowieckie|16 ' +
    'Opole=Opolskie|18 Subcarpathia=Podkarpackie|20 Podlachia=Podlaskie|22 Pomerania=Pomorskie|' +
    '24 Silesia=Śląskie|26 Holy Cross=Świętokrzyskie|28 Warmia-Masuria=Warmińsko-mazurskie|30 G' +
    'reater Poland=Wielkopolskie|32 West Pomerania=Zachodniopomorskie',
  PS: 'BTH Bethlehem|DEB Deir al-Balah=Deir El Balah|GZA Gaza|HBN Hebron|JEM Jerusalem|JEN Jenin|' +
    'JRH Jericho=Jericho and Al Aghwar|KYS Khan Yunis|NBS Nablus|NGZ North Gaza|QQA Qalqilya|RB' +
    'H Ramallah and al-Bireh=Ramallah|RFH Rafah|SLT Salfit|TBS Tubas|TKM Tulkarm',
  PT: '01 Aveiro|02 Beja|03 Braga|04 Bragança|05 Castelo Branco|06 Coimbra|07 Évora|08 Faro|09 Gu' +
    'arda|10 Leiria|11 Lisbon=Lisboa|12 Portalegre|13 Porto|14 Santarém|15 Setúbal|16 Viana do ' +
    'Castelo|17 Vila Real|18 Viseu|20 Azores=Região Autónoma dos Açores|30 Madeira=Região Autón' +
    'oma da Madeira',
  PW: '002 Aimeliik|004 Airai|010 Angaur|050 Hatohobei|100 Kayangel|150 Koror|212 Melekeok|214 Ng' +
    'araard|218 Ngarchelong|222 Ngardmau|224 Ngatpang|226 Ngchesar|227 Ngeremlengui|228 Ngiwal|' +
    '350 Peleliu|370 Sonsorol',
  PY: '1 Concepción|10 Alto Paraná|11 Central|12 Ñeembucú|13 Amambay|14 Canindeyú|15 Presidente H' +
    'ayes|16 Alto Paraguay|19 Boquerón|2 San Pedro|3 Cordillera|4 Guairá|5 Caaguazú|6 Caazapá|7' +
    ' Itapúa|8 Misiones|9 Paraguarí|ASU Asunción',
  QA: 'DA Doha=Ad Dawḩah|KH Al Khor=Al Khawr wa adh Dhakhīrah|MS Madinat ash Shamal=Ash Shamāl|RA' +
    ' Al Rayyan=Ar Rayyān|SH Ash Shīḩānīyah|US Umm Salal=Umm Şalāl|WA Al Wakrah|ZA Al Daayen=Az' +
    '̧ Z̧a‘āyin',
  RO: 'AB Alba|AG Argeș|AR Arad|B Bucharest=București|BC Bacău|BH Bihor|BN Bistriţa-Năsăud=Bistri' +
    'ța-Năsăud|BR Brăila|BT Botoşani=Botoșani|BV Braşov=Brașov|BZ Buzău|CJ Cluj|CL Călărași|CS ' +
    'Caraș-Severin|CT Constanța|CV Covasna|DB Dâmbovița|DJ Dolj|GJ Gorj|GL Galați|GR Giurgiu|HD' +
    ' Hunedoara|HR Harghita|IF Ilfov|IL Ialomița|IS Iași|MH Mehedinți|MM Maramureş=Maramureș|MS' +
    ' Mureş=Mureș|NT Neamţ=Neamț|OT Olt|PH Prahova|SB Sibiu|SJ Sălaj|SM Satu Mare|SV Suceava|TL' +
    ' Tulcea|TM Timiș|TR Teleorman|VL Vâlcea|VN Vrancea|VS Vaslui',
  RS: '00 Beograd|01 North Bačka=Severnobački okrug|02 Central Banat=Srednjebanatski okrug|03 Nor' +
    'th Banat=Severnobanatski okrug|04 South Banat=Južnobanatski okrug|05 West Bačka=Zapadnobač' +
    'ki okrug|06 South Bačka=Južnobački okrug|07 Srem=Sremski okrug|08 Mačva=Mačvanski okrug|09' +
    ' Kolubara=Kolubarski okrug|10 Podunavlje=Podunavski okrug|11 Braničevo=Braničevski okrug|1' +
    '2 Šumadija=Šumadijski okrug|13 Pomoravlje=Pomoravski okrug|14 Bor=Borski okrug|15 Zaječar=' +
    'Zaječarski okrug|16 Zlatibor=Zlatiborski okrug|17 Moravica=Moravički okrug|18 Raška=Raški ' +
    'okrug|19 Rasina=Rasinski okrug|20 Nišava=Nišavski okrug|21 Toplica=Toplički okrug|22 Pirot' +
    '=Pirotski okrug|23 Jablanica=Jablanički okrug|24 Pčinja=Pčinjski okrug|25 Kosovo=Kosovski ' +
    'okrug|26 Peć=Pećki okrug|27 Prizren=Prizrenski okrug|28 Kosovska Mitrovica=Kosovsko-Mitrov' +
    'ački okrug|29 Kosovo-Pomoravlje=Kosovsko-Pomoravski okrug|KM Kosovo-Metohija|VO Vojvodina',
  RU: 'AD Adygea=Adygeja, Respublika|AL Altai=Altaj, Respublika|ALT Altai Krai=Altajskij kraj|AMU' +
    ' Amur=Amurskaja oblast\'|ARK Arkhangelsk=Arhangel\'skaja oblast\'|AST Astrakhan=Astrahanskaja' +
    ' oblast\'|BA Bashkortostan=Bashkortostan, Respublika|BEL Belgorod=Belgorodskaja oblast\'|BRY' +
    ' Bryansk=Brjanskaja oblast\'|BU Buryat=Burjatija, Respublika|CE Chechen=Chechenskaya Respub' +
    'lika|CHE Chelyabinsk=Chelyabinskaya oblast\'|CHU Chukotka Okrug=Chukotskiy avtonomnyy okrug' +
    '|CU Chuvash=Chuvashskaya Respublika|DA Dagestan=Dagestan, Respublika|IN Ingushetia=Ingushe' +
    'tiya, Respublika|IRK Irkutsk=Irkutskaja oblast\'|IVA Ivanovo=Ivanovskaja oblast\'|KAM Kamcha' +
    'tka Krai=Kamchatskiy kray|KB Kabardino-Balkar=Kabardino-Balkarskaja Respublika|KC Karachay' +
    '-Cherkess=Karachayevo-Cherkesskaya Respublika|KDA Krasnodar Krai=Krasnodarskij kraj|KEM Ke' +
    'merovo=Kemerovskaja oblast\'|KGD Kaliningrad=Kaliningradskaja oblast\'|KGN Kurgan=Kurganskaj' +
    'a oblast\'|KHA Khabarovsk Krai=Habarovskij kraj|KHM Khanty-Mansi=Hanty-Mansijskij avtonomny' +
    'j okrug|KIR Kirov=Kirovskaja oblast\'|KK Khakassia=Hakasija, Respublika|KL Kalmykia=Kalmyki' +
    'ja, Respublika|KLU Kaluga=Kaluzhskaya oblast\'|KO Komi=Komi, Respublika|KOS Kostroma=Kostro' +
    'mskaja oblast\'|KR Karelia=Karelija, Respublika|KRS Kursk=Kurskaja oblast\'|KYA Krasnoyarsk ' +
    'Krai=Krasnojarskij kraj|LEN Leningrad=Leningradskaja oblast\'|LIP Lipetsk=Lipeckaja oblast\'' +
    '|MAG Magadan=Magadanskaja oblast\'|ME Mari El=Marij Èl, Respublika|MO Mordovia=Mordovija, R' +
    'espublika|MOS Moscow Province=Moskovskaja oblast\'|MOW Moscow=Moskva|MUR Murmansk=Murmanska' +
    'ja oblast\'|NEN Nenets=Neneckij avtonomnyj okrug|NGR Novgorod=Novgorodskaja oblast\'|NIZ Niz' +
    'hny Novgorod=Nizhegorodskaya oblast\'|NVS Novosibirsk=Novosibirskaja oblast\'|OMS Omsk=Omska' +
    'ja oblast\'|ORE Orenburg=Orenburgskaja oblast\'|ORL Oryol=Orlovskaja oblast\'|PER Perm Krai=P' +
    'ermskij kraj|PNZ Penza=Penzenskaja oblast\'|PRI Primorsky Krai=Primorskij kraj|PSK Pskov=Ps' +
    'kovskaja oblast\'|ROS Rostov=Rostovskaja oblast\'|RYA Ryazan=Rjazanskaja oblast\'|SA Sakha=Sa' +
    'ha, Respublika|SAK Sakhalin=Sahalinskaja oblast\'|SAM Samara=Samarskaja oblast\'|SAR Saratov' +
    '=Saratovskaja oblast\'|SE North Ossetia-Alania=Severnaja Osetija, Respublika|SMO Smolensk=S' +
    'molenskaja oblast\'|SPE Saint Petersburg=Sankt-Peterburg|STA Stavropol Krai=Stavropol\'skij ' +
    'kraj|SVE Sverdlovsk=Sverdlovskaja oblast\'|TA Tatarstan=Tatarstan, Respublika|TAM Tambov=Ta' +
    'mbovskaja oblast\'|TOM Tomsk=Tomskaja oblast\'|TUL Tula=Tul\'skaja oblast\'|TVE Tver=Tverskaja' +
    ' oblast\'|TY Tuva=Tyva, Respublika|TYU Tyumen=Tjumenskaja oblast\'|UD Udmurt=Udmurtskaja Res' +
    'publika|ULY Ulyanovsk=Ul\'janovskaja oblast\'|VGG Volgograd=Volgogradskaja oblast\'|VLA Vladi' +
    'mir=Vladimirskaja oblast\'|VLG Vologda=Vologodskaja oblast\'|VOR Voronezh=Voronezhskaya obla' +
    'st\'|YAN Yamalo-Nenets Okrug=Jamalo-Neneckij avtonomnyj okrug|YAR Yaroslavl=Jaroslavskaja o' +
    'blast\'|YEV Jewish=Evrejskaja avtonomnaja oblast\'|ZAB Zabaykalsky Krai=Zabajkal\'skij kraj',
  RW: '01 Kigali=City of Kigali|02 Eastern|03 Northern|04 Western|05 Southern',
  SA: '01 Riyadh=Ar Riyāḑ|02 Makkah=Makkah al Mukarramah|03 Al Madinah=Al Madīnah al Munawwarah|0' +
    '4 Eastern=Ash Sharqīyah|05 Al-Qassim=Al Qaşīm|06 Ha’il=Ḩā\'il|07 Tabuk=Tabūk|08 Northern Bo' +
    'rders=Al Ḩudūd ash Shamālīyah|09 Jizan=Jāzān|10 Najran=Najrān|11 Al Bahah=Al Bāḩah|12 Al J' +
    'awf|14 Asir=\'Asīr',
  SB: 'CE Central|CH Choiseul|CT Honiara=Capital Territory|GU Guadalcanal|IS Isabel|MK Makira-Ula' +
    'wa|ML Malaita|RB Rennell and Bellona|TE Temotu|WE Western',
  SC: '01 Anse aux Pins|02 Anse Boileau|03 Anse Etoile|04 Au Cap|05 Anse Royale|06 Baie Lazare|07' +
    ' Baie Sainte Anne|08 Beau Vallon|09 Bel Air|10 Bel Ombre|11 Cascade|12 Glacis|13 Grand’Ans' +
    'e Mahé=Grand Anse Mahe|14 Grand’Anse Praslin=Grand Anse Praslin|15 La Digue|16 La Rivière ' +
    'Anglaise=English River|17 Mont Buxton|18 Mont Fleuri|19 Plaisance|20 Pointe La Rue=Pointe ' +
    'Larue|21 Port Glaud|22 Saint Louis|23 Takamaka|24 Les Mamelles|25 Roche Caiman|26 Ile Pers' +
    'everance I|27 Ile Perseverance II',
  SD: 'DC Central Darfur|DE East Darfur|DN North Darfur|DS South Darfur|DW West Darfur|GD Al Qada' +
    'rif=Gedaref|GK West Kurdufan=West Kordofan|GZ Al Jazirah=Gezira|KA Kassala|KH Khartoum|KN ' +
    'North Kurdufan=North Kordofan|KS South Kurdufan=South Kordofan|NB Blue Nile|NO Northern|NR' +
    ' River Nile|NW White Nile|RS Red Sea|SI Sennar',
  SE: 'AB Stockholm=Stockholms län|AC Västerbotten=Västerbottens län|BD Norrbotten=Norrbottens lä' +
    'n|C Uppsala=Uppsala län|D Södermanland=Södermanlands län|E Östergötland=Östergötlands län|' +
    'F Jönköping=Jönköpings län|G Kronoberg=Kronobergs län|H Kalmar=Kalmar län|I Gotland=Gotlan' +
    'ds län|K Blekinge=Blekinge län|M Skåne=Skåne län|N Halland=Hallands län|O Västra Götaland=' +
    'Västra Götalands län|S Värmland=Värmlands län|T Örebro=Örebro län|U Västmanland=Västmanlan' +
    'ds län|W Dalarna=Dalarnas län|X Gävleborg=Gävleborgs län|Y Västernorrland=Västernorrlands ' +
    'län|Z Jämtland=Jämtlands län',
  SG: '01 Central Singapore|02 North East|03 North West|04 South East|05 South West',
  SH: 'AC Ascension Island=Ascension|HL Saint Helena|TA Tristan da Cunha',
  SI: '001 Ajdovščina|002 Beltinci|003 Bled|004 Bohinj|005 Borovnica|006 Bovec|007 Brda|008 Brezo' +
    'vica|009 Brežice|010 Tišina|011 Celje|012 Cerklje na Gorenjskem|013 Cerknica|014 Cerkno|01' +
    '5 Črenšovci|016 Črna na Koroškem|017 Črnomelj|018 Destrnik|019 Divača|020 Dobrepolje|021 D' +
    'obrova–Polhov Gradec=Dobrova-Polhov Gradec|022 Dol pri Ljubljani|023 Domžale|024 Dornava|0' +
    '25 Dravograd|026 Duplek|027 Gorenja Vas–Poljane=Gorenja vas-Poljane|028 Gorišnica|029 Gorn' +
    'ja Radgona|030 Gornji Grad|031 Gornji Petrovci|032 Grosuplje|033 Šalovci|034 Hrastnik|035 ' +
    'Hrpelje–Kozina=Hrpelje-Kozina|036 Idrija|037 Ig|038 Ilirska Bistrica|039 Ivančna Gorica|04' +
    '0 Izola|041 Jesenice|042 Juršinci|043 Kamnik|044 Kanal|045 Kidričevo|046 Kobarid|047 Kobil' +
    'je|048 Kočevje|049 Komen|050 Koper|051 Kozje|052 Kranj|053 Kranjska Gora|054 Krško|055 Kun' +
    'gota|056 Kuzma|057 Laško|058 Lenart|059 Lendava|060 Litija|061 Ljubljana|062 Ljubno|063 Lj' +
    'utomer|064 Logatec|065 Loška Dolina=Loška dolina|066 Loški Potok|067 Luče|068 Lukovica|069' +
    ' Majšperk|070 Maribor|071 Medvode|072 Mengeš|073 Metlika|074 Mežica|075 Miren–Kostanjevica' +
    '=Miren-Kostanjevica|076 Mislinja|077 Moravče|078 Moravske Toplice|079 Mozirje|080 Murska S' +
    'obota|081 Muta|082 Naklo|083 Nazarje|084 Nova Gorica|085 Novo Mesto|086 Odranci|087 Ormož|' +
    '088 Osilnica|089 Pesnica|090 Piran|091 Pivka|092 Podčetrtek|093 Podvelka|094 Postojna|095 ' +
    'Preddvor|096 Ptuj|097 Puconci|098 Rače–Fram=Rače-Fram|099 Radeče|100 Radenci|101 Radlje ob' +
    ' Dravi|102 Radovljica|103 Ravne na Koroškem|104 Ribnica|105 Rogašovci|106 Rogaška Slatina|' +
    '107 Rogatec|108 Ruše|109 Semič|110 Sevnica|111 Sežana|112 Slovenj Gradec|113 Slovenska Bis' +
    'trica|114 Slovenske Konjice|115 Starše|116 Sveti Jurij=Sveti Jurij ob Ščavnici|117 Šenčur|' +
    '118 Šentilj|119 Šentjernej|120 Šentjur|121 Škocjan|122 Škofja Loka|123 Škofljica|124 Šmarj' +
    'e pri Jelšah|125 Šmartno ob Paki|126 Šoštanj|127 Štore|128 Tolmin|129 Trbovlje|130 Trebnje' +
    '|131 Tržič|132 Turnišče|133 Velenje|134 Velike Lašče|135 Videm|136 Vipava|137 Vitanje|138 ' +
    'Vodice|139 Vojnik|140 Vrhnika|141 Vuzenica|142 Zagorje ob Savi|143 Zavrč|144 Zreče|146 Žel' +
    'ezniki|147 Žiri|148 Benedikt|149 Bistrica ob Sotli|150 Bloke|151 Braslovče|152 Cankova|153' +
    ' Cerkvenjak|154 Dobje|155 Dobrna|156 Dobrovnik|157 Dolenjske Toplice|158 Grad|159 Hajdina|' +
    '160 Hoče–Slivnica=Hoče-Slivnica|161 Hodoš|162 Horjul|163 Jezersko|164 Komenda|165 Kostel|1' +
    '66 Križevci|167 Lovrenc na Pohorju|168 Markovci|169 Miklavž na Dravskem Polju=Miklavž na D' +
    'ravskem polju|170 Mirna Peč|171 Oplotnica|172 Podlehnik|173 Polzela|174 Prebold|175 Preval' +
    'je|176 Razkrižje|177 Ribnica na Pohorju|178 Selnica ob Dravi|179 Sodražica|180 Solčava|181' +
    ' Sveta Ana|182 Sveti Andraž v Slovenskih Goricah=Sveti Andraž v Slovenskih goricah|183 Šem' +
    'peter–Vrtojba=Šempeter-Vrtojba|184 Tabor|185 Trnovska Vas|186 Trzin|187 Velika Polana|188 ' +
    'Veržej|189 Vransko|190 Žalec|191 Žetale|192 Žirovnica|193 Žužemberk|194 Šmartno pri Litiji' +
    '|195 Apače|196 Cirkulane|197 Kostanjevica na Krki=Kosanjevica na Krki|198 Makole|199 Mokro' +
    'nog–Trebelno=Mokronog-Trebelno|200 Poljčane|201 Renče–Vogrsko=Renče-Vogrsko|202 Središče o' +
    'b Dravi|203 Straža|204 Sveta Trojica v Slovenskih Goricah=Sveta Trojica v Slovenskih goric' +
    'ah|205 Sveti Tomaž|206 Šmarješke Toplice|207 Gorje|208 Log–Dragomer=Log-Dragomer|209 Rečic' +
    'a ob Savinji|210 Sveti Jurij v Slovenskih Goricah=Sveti Jurij v Slovenskih goricah|211 Šen' +
    'trupert|212 Mirna|213 Ankaran',
  SK: 'BC Banská Bystrica=Banskobystrický kraj|BL Bratislava=Bratislavský kraj|KI Košice=Košický ' +
    'kraj|NI Nitra=Nitriansky kraj|PV Prešov=Prešovský kraj|TA Trnava=Trnavský kraj|TC Trenčín=' +
    'Trenčiansky kraj|ZI Žilina=Žilinský kraj',
  SL: 'E Eastern|N Northern|NW North Western|S Southern|W Western Area',
  SM: '01 Acquaviva|02 Chiesanuova|03 Domagnano|04 Faetano|05 Fiorentino|06 Borgo Maggiore|07 San' +
    ' Marino=Città di San Marino|08 Montegiardino|09 Serravalle',
  SN: 'DB Diourbel|DK Dakar|FK Fatick|KA Kaffrine|KD Kolda|KE Kédougou|KL Kaolack|LG Louga|MT Mat' +
    'am|SE Sédhiou|SL Saint-Louis|TC Tambacounda|TH Thiès|ZG Ziguinchor',
  SO: 'AW Awdal|BK Bakool|BN Banaadir|BR Bari|BY Bay, Somalia=Bay|GA Galguduud|GE Gedo|HI Hiran=H' +
    'iiraan|JD Middle Juba=Jubbada Dhexe|JH Lower Juba=Jubbada Hoose|MU Mudug|NU Nugal=Nugaal|S' +
    'A Sanaag|SD Middle Shebelle=Shabeellaha Dhexe|SH Lower Shebelle=Shabeellaha Hoose|SO Sool|' +
    'TO Togdheer|WO Woqooyi Galbeed',
  SR: 'BR Brokopondo|CM Commewijne|CR Coronie|MA Marowijne|NI Nickerie|PM Paramaribo|PR Para|SA S' +
    'aramacca|SI Sipaliwini|WA Wanica',
  SS: 'BN Northern Bahr el Ghazal|BW Western Bahr el Ghazal|EC Central Equatoria|EE Eastern Equat' +
    'oria|EW Western Equatoria|JG Jonglei|LK Lakes|NU Upper Nile|UY Unity|WR Warrap',
  ST: '01 Água Grande|02 Cantagalo|03 Caué|04 Lembá|05 Lobata|06 Mé-Zóchi|P Príncipe',
  SV: 'AH Ahuachapán|CA Cabañas|CH Chalatenango|CU Cuscatlán|LI La Libertad|MO Morazán|PA La Paz|' +
    'SA Santa Ana|SM San Miguel|SO Sonsonate|SS San Salvador|SV San Vicente|UN La Unión|US Usul' +
    'után',
  SY: 'DI Damascus=Dimashq|DR Daraa=Dar\'ā|DY Deir ez-Zor=Dayr az Zawr|HA Al-Hasakah=Al Ḩasakah|HI' +
    ' Homs=Ḩimş|HL Aleppo=Ḩalab|HM Hama=Ḩamāh|ID Idlib|LA Latakia=Al Lādhiqīyah|QU Quneitra=Al ' +
    'Qunayţirah|RA Ar-Raqqah=Ar Raqqah|RD Rif Dimashq=Rīf Dimashq|SU As-Suwayda=As Suwaydā\'|TA ' +
    'Tartus=Ţarţūs',
  SZ: 'HH Hhohho|LU Lubombo|MA Manzini|SH Shiselweni',
  TD: 'BA Batha=Al Baţḩā’|BG Bahr el Gazel=Bahr el Ghazal|BO Borkou|CB Chari-Baguirmi|EE Ennedi-E' +
    'st|EO Ennedi-Ouest|GR Guéra|HL Hadjer-Lamis=Hadjer Lamis|KA Kanem|LC Lac=Al Buḩayrah|LO Lo' +
    'gone Occidental=Logone-Occidental|LR Logone Oriental=Logone-Oriental|MA Mandoul|MC Moyen-C' +
    'hari|ME Mayo-Kebbi Est=Mayo-Kebbi-Est|MO Mayo-Kebbi Ouest=Mayo-Kebbi-Ouest|ND N’Djamena=Ma' +
    'dīnat Injamīnā|OD Ouaddaï|SA Salamat|SI Sila|TA Tandjilé|TI Tibesti=Tibastī|WF Wadi Fira',
  TG: 'C Centrale|K Kara|M Maritime|P Plateaux|S Savanes',
  TH: '10 Bangkok=Krung Thep Maha Nakhon|11 Samut Prakan|12 Nonthaburi|13 Pathum Thani|14 Phra Na' +
    'khon Si Ayutthaya|15 Ang Thong|16 Lopburi=Lop Buri|17 Sing Buri|18 Chai Nat|19 Saraburi|20' +
    ' Chon Buri|21 Rayong|22 Chanthaburi|23 Trat|24 Chachoengsao|25 Prachin Buri|26 Nakhon Nayo' +
    'k|27 Sa Kaeo|30 Nakhon Ratchasima|31 Buri Ram|32 Surin|33 Si Sa Ket|34 Ubon Ratchathani|35' +
    ' Yasothon|36 Chaiyaphum|37 Amnat Charoen|38 Bueng Kan|39 Nong Bua Lam Phu|40 Khon Kaen|41 ' +
    'Udon Thani|42 Loei|43 Nong Khai|44 Maha Sarakham|45 Roi Et|46 Kalasin|47 Sakon Nakhon|48 N' +
    'akhon Phanom|49 Mukdahan|50 Chiang Mai|51 Lamphun|52 Lampang|53 Uttaradit|54 Phrae|55 Nan|' +
    '56 Phayao|57 Chiang Rai|58 Mae Hong Son|60 Nakhon Sawan|61 Uthai Thani|62 Kamphaeng Phet|6' +
    '3 Tak|64 Sukhothai|65 Phitsanulok|66 Phichit|67 Phetchabun|70 Ratchaburi|71 Kanchanaburi|7' +
    '2 Suphanburi=Suphan Buri|73 Nakhon Pathom|74 Samut Sakhon|75 Samut Songkhram|76 Phetchabur' +
    'i|77 Prachuap Khiri Khan|80 Nakhon Si Thammarat|81 Krabi|82 Phang Nga=Phangnga|83 Phuket|8' +
    '4 Surat Thani|85 Ranong|86 Chumphon|90 Songkhla|91 Satun|92 Trang|93 Phatthalung|94 Pattan' +
    'i|95 Yala|96 Narathiwat|S Pattaya=Phatthaya',
  TJ: 'DU Dushanbe|GB Gorno-Badakhshan=Kŭhistoni Badakhshon|KT Khatlon|RA Nohiyahoi Tobei Jumhurí' +
    '=nohiyahoi tobei jumhurí|SU Sughd',
  TL: 'AL Aileu|AN Ainaro|BA Baucau|BO Bobonaro|CO Cova Lima|DI Dili=Díli|ER Ermera|LA Lautém=Lau' +
    'tein|LI Liquiçá=Likisá|MF Manufahi|MT Manatuto|OE Oecusse=Oekusi-Ambenu|VI Viqueque=Vikeke',
  TM: 'A Ahal|B Balkan|D Daşoguz|L Lebap|M Mary|S Aşgabat',
  TN: '11 Tunis|12 Ariana=L\'Ariana|13 Ben Arous|14 Manouba=La Manouba|21 Nabeul|22 Zaghouan|23 Bi' +
    'zerte|31 Béja|32 Jendouba|33 Kef=Le Kef|34 Siliana|41 Kairouan|42 Kasserine|43 Sidi Bouzid' +
    '|51 Sousse|52 Monastir|53 Mahdia|61 Sfax|71 Gafsa|72 Tozeur|73 Kebili=Kébili|81 Gabès|82 M' +
    'edenine=Médenine|83 Tataouine',
  TO: '01 ʻEua=\'Eua|02 Haʻapai=Ha\'apai|03 Niuas|04 Tongatapu|05 Vavaʻu=Vava\'u',
  TR: '01 Adana|02 Adıyaman|03 Afyonkarahisar|04 Ağrı|05 Amasya|06 Ankara|07 Antalya|08 Artvin|09' +
    ' Aydın|10 Balıkesir|11 Bilecik|12 Bingöl|13 Bitlis|14 Bolu|15 Burdur|16 Bursa|17 Çanakkale' +
    '|18 Çankırı|19 Çorum|20 Denizli|21 Diyarbakır|22 Edirne|23 Elazığ|24 Erzincan|25 Erzurum|2' +
    '6 Eskişehir|27 Gaziantep|28 Giresun|29 Gümüşhane|30 Hakkâri|31 Hatay|32 Isparta|33 Mersin|' +
    '34 Istanbul=İstanbul|35 Izmir=İzmir|36 Kars|37 Kastamonu|38 Kayseri|39 Kırklareli|40 Kırşe' +
    'hir|41 Kocaeli|42 Konya|43 Kütahya|44 Malatya|45 Manisa|46 Kahramanmaraş|47 Mardin|48 Muğl' +
    'a|49 Muş|50 Nevşehir|51 Niğde|52 Ordu|53 Rize|54 Sakarya|55 Samsun|56 Siirt|57 Sinop|58 Si' +
    'vas|59 Tekirdağ|60 Tokat|61 Trabzon|62 Tunceli|63 Şanlıurfa|64 Uşak|65 Van|66 Yozgat|67 Zo' +
    'nguldak|68 Aksaray|69 Bayburt|70 Karaman|71 Kırıkkale|72 Batman|73 Şırnak|74 Bartın|75 Ard' +
    'ahan|76 Iğdır|77 Yalova|78 Karabük|79 Kilis|80 Osmaniye|81 Düzce',
  TT: 'ARI Arima|CHA Chaguanas|CTT Couva-Tabaquite-Talparo|DMN Diego Martin|MRC Mayaro-Rio Claro|' +
    'PED Penal-Debe|POS Port of Spain|PRT Princes Town|PTF Point Fortin|SFO San Fernando|SGE Sa' +
    'ngre Grande|SIP Siparia|SJL San Juan-Laventille|TOB Tobago|TUP Tunapuna-Piarco',
  TV: 'FUN Funafuti|NIT Niutao|NKF Nukufetau|NKL Nukulaelae|NMA Nanumea|NMG Nanumanga=Nanumaga|NU' +
    'I Nui|VAI Vaitupu',
  TW: 'CHA Changhua|CYI Chiayi County=Chiayi|CYQ Chiayi|HSQ Hsinchu County=Hsinchu|HSZ Hsinchu|HU' +
    'A Hualien|ILA Yilan|KEE Keelung|KHH Kaohsiung|KIN Kinmen|LIE Lienchiang|MIA Miaoli|NAN Nan' +
    'tou|NWT New Taipei|PEN Penghu|PIF Pingtung|TAO Taoyuan|TNN Tainan|TPE Taipei|TTT Taitung|T' +
    'XG Taichung|YUN Yunlin',
  TZ: '01 Arusha|02 Dar es Salaam|03 Dodoma|04 Iringa|05 Kagera|06 North Pemba=Pemba North|07 Zan' +
    'zibar North|08 Kigoma|09 Kilimanjaro|10 South Pemba=Pemba South|11 Zanzibar Central/South=' +
    'Zanzibar South|12 Lindi|13 Mara|14 Mbeya|15 Zanzibar Urban/West=Zanzibar West|16 Morogoro|' +
    '17 Mtwara|18 Mwanza|19 Pwani=Coast|20 Rukwa|21 Ruvuma|22 Shinyanga|23 Singida|24 Tabora|25' +
    ' Tanga|26 Manyara|27 Geita|28 Katavi|29 Njombe|30 Simiyu|31 Songwe',
  UA: '05 Vinnychchyna=Vinnytska oblast|07 Volyn=Volynska oblast|09 Luhanshchyna=Luhanska oblast|' +
    '12 Dnipropetrovshchyna=Dnipropetrovska oblast|14 Donechchyna=Donetska oblast|18 Zhytomyrsh' +
    'chyna=Zhytomyrska oblast|21 Zakarpattia=Zakarpatska oblast|23 Zaporizhzhya=Zaporizka oblas' +
    't|26 Prykarpattia=Ivano-Frankivska oblast|30 Kyiv|32 Kyivshchyna=Kyivska oblast|35 Kirovoh' +
    'radschyna=Kirovohradska oblast|40 Sevastopol|43 Crimea=Avtonomna Respublika Krym|46 Lvivsh' +
    'chyna=Lvivska oblast|48 Mykolayivschyna=Mykolaivska oblast|51 Odeshchyna=Odeska oblast|53 ' +
    'Poltavshchyna=Poltavska oblast|56 Rivnenshchyna=Rivnenska oblast|59 Sumshchyna=Sumska obla' +
    'st|61 Ternopilshchyna=Ternopilska oblast|63 Kharkivshchyna=Kharkivska oblast|65 Khersonshc' +
    'hyna=Khersonska oblast|68 Khmelnychchyna=Khmelnytska oblast|71 Cherkashchyna=Cherkaska obl' +
    'ast|74 Chernihivshchyna=Chernihivska oblast|77 Chernivtsi Oblast=Chernivetska oblast',
  UG: '101 Kalangala|102 Kampala|103 Kiboga|104 Luwero|105 Masaka|106 Mpigi|107 Mubende|108 Mukon' +
    'o|109 Nakasongola|110 Rakai|111 Sembabule|112 Kayunga|113 Wakiso|114 Lyantonde|115 Mityana' +
    '|116 Nakaseke|117 Buikwe|118 Bukomansibi|119 Butambala|120 Buvuma|121 Gomba|122 Kalungu|12' +
    '3 Kyankwanzi|124 Lwengo|125 Kyotera|126 Kasanda|201 Bugiri|202 Busia|203 Iganga|204 Jinja|' +
    '205 Kamuli|206 Kapchorwa|207 Katakwi|208 Kumi|209 Mbale|210 Pallisa|211 Soroti|212 Tororo|' +
    '213 Kaberamaido|214 Mayuge|215 Sironko|216 Amuria|217 Budaka|218 Bududa|219 Bukedea|220 Bu' +
    'kwa=Bukwo|221 Butaleja|222 Kaliro|223 Manafwa|224 Namutumba|225 Bulambuli|226 Buyende|227 ' +
    'Kibuku|228 Kween|229 Luuka|230 Namayingo|231 Ngora|232 Serere|233 Butebo|234 Namisindwa|23' +
    '5 Bugweri|236 Kapelebyong|237 Kalaki|301 Adjumani|302 Apac|303 Arua|304 Gulu|305 Kitgum|30' +
    '6 Kotido|307 Lira|308 Moroto|309 Moyo|310 Nebbi|311 Nakapiripirit|312 Pader|313 Yumbe|314 ' +
    'Abim|315 Amolatar|316 Amuru|317 Dokolo|318 Kaabong|319 Koboko|320 Maracha|321 Oyam|322 Aga' +
    'go|323 Alebtong|324 Amudat|325 Kole|326 Lamwo|327 Napak|328 Nwoya|329 Otuke|330 Zombo²=Zom' +
    'bo|331 Zombo=Omoro|332 Pakwach|333 Kwania|334 Nabilatuk|335 Karenga|336 Madi-Okollo|337 Ob' +
    'ongi|401 Bundibugyo|402 Bushenyi|403 Hoima|404 Kabale|405 Kabarole|406 Kasese|407 Kibaale|' +
    '408 Kisoro|409 Masindi|410 Mbarara|411 Ntungamo|412 Rukungiri|413 Kamwenge|414 Kanungu|415' +
    ' Kyenjojo|416 Buliisa|417 Ibanda|418 Isingiro|419 Kiruhura|420 Buhweju|421 Kiryandongo|422' +
    ' Kyegegwa|423 Mitooma|424 Ntoroko|425 Rubirizi|426 Sheema|427 Kagadi|428 Kakumiro|429 Ruba' +
    'nda|430 Bunyangabu|431 Rukiga|432 Kikuube|433 Kazo|434 Kitagwenda|435 Rwampara|C Central|E' +
    ' Eastern|N Northern|W Western',
  UM: '67 Johnston Atoll|71 Midway Atoll=Midway Islands|76 Navassa Island|79 Wake Island|81 Baker' +
    ' Island|84 Howland Island|86 Jarvis Island|89 Kingman Reef|95 Palmyra Atoll',
  US: 'AK Alaska|AL Alabama|AR Arkansas|AS American Samoa|AZ Arizona|CA California|CO Colorado|CT' +
    ' Connecticut|DC Washington DC=District of Columbia|DE Delaware|FL Florida|GA Georgia|GU Gu' +
    'am|HI Hawaii|IA Iowa|ID Idaho|IL Illinois|IN Indiana|KS Kansas|KY Kentucky|LA Louisiana|MA' +
    ' Massachusetts|MD Maryland|ME Maine|MI Michigan|MN Minnesota|MO Missouri|MP Northern Maria' +
    'na Islands|MS Mississippi|MT Montana|NC North Carolina|ND North Dakota|NE Nebraska|NH New ' +
    'Hampshire|NJ New Jersey|NM New Mexico|NV Nevada|NY New York|OH Ohio|OK Oklahoma|OR Oregon|' +
    'PA Pennsylvania|PR Puerto Rico|RI Rhode Island|SC South Carolina|SD South Dakota|TN Tennes' +
    'see|TX Texas|UM United States Minor Outlying Islands|UT Utah|VA Virginia|VI Virgin Islands' +
    ', U.S.|VT Vermont|WA Washington|WI Wisconsin|WV West Virginia|WY Wyoming',
  UY: 'AR Artigas|CA Canelones|CL Cerro Largo|CO Colonia|DU Durazno|FD Florida|FS Flores|LA Laval' +
    'leja|MA Maldonado|MO Montevideo|PA Paysandú|RN Río Negro|RO Rocha|RV Rivera|SA Salto|SJ Sa' +
    'n José|SO Soriano|TA Tacuarembó|TT Treinta y Tres',
  UZ: 'AN Andijan=Andijon|BU Bukhara=Buxoro|FA Fergana=Farg‘ona|JI Jizzakh=Jizzax|NG Namangan|NW ' +
    'Navoiy|QA Qashqadaryo|QR Karakalpakstan=Qoraqalpog‘iston Respublikasi|SA Samarqand|SI Sird' +
    'aryo|SU Surxondaryo|TK Tashkent=Toshkent|TO Tashkent Province=Toshkent|XO Xorazm',
  VC: '01 Charlotte|02 Saint Andrew|03 Saint David|04 Saint George|05 Saint Patrick|06 Grenadines',
  VE: 'A Capital=Distrito Capital|B Anzoátegui|C Apure|D Aragua|E Barinas|F Bolívar|G Carabobo|H ' +
    'Cojedes|I Falcón|J Guárico|K Lara|L Mérida|M Miranda|N Monagas|O Nueva Esparta|P Portugues' +
    'a|R Sucre|S Táchira|T Trujillo|U Yaracuy|V Zulia|W Federal Dependencies=Dependencias Feder' +
    'ales|X Vargas=La Guaira|Y Delta Amacuro|Z Amazonas',
  VN: '01 Lai Châu|02 Lào Cai|03 Hà Giang|04 Cao Bằng|05 Sơn La|06 Yên Bái|07 Tuyên Quang|09 Lạng' +
    ' Sơn|13 Quảng Ninh|14 Hòa Bình|18 Ninh Bình|20 Thái Bình|21 Thanh Hóa|22 Nghệ An|23 Hà Tĩn' +
    'h|24 Quảng Bình|25 Quảng Trị|26 Thừa Thiên–Huế=Thừa Thiên-Huế|27 Quảng Nam|28 Kon Tum|29 Q' +
    'uảng Ngãi|30 Gia Lai|31 Bình Định|32 Phú Yên|33 Đắk Lắk|34 Khánh Hòa|35 Lâm Đồng|36 Ninh T' +
    'huận|37 Tây Ninh|39 Đồng Nai|40 Bình Thuận|41 Long An|43 Bà Rịa–Vũng Tàu=Bà Rịa - Vũng Tàu' +
    '|44 An Giang|45 Đồng Tháp|46 Tiền Giang|47 Kiên Giang=Kiến Giang|49 Vĩnh Long|50 Bến Tre|5' +
    '1 Trà Vinh|52 Sóc Trăng|53 Bắc Kạn|54 Bắc Giang|55 Bạc Liêu|56 Bắc Ninh|57 Bình Dương|58 B' +
    'ình Phước|59 Cà Mau|61 Hải Dương|63 Hà Nam|66 Hưng Yên|67 Nam Định|68 Phú Thọ|69 Thái Nguy' +
    'ên|70 Vĩnh Phúc|71 Điện Biên|72 Đắk Nông|73 Hậu Giang|CT Can Tho=Cần Thơ|DN Da Nang=Đà Nẵn' +
    'g|HN Hanoi=Hà Nội|HP Haiphong=Hải Phòng|SG Ho Chi Minh City=Hồ Chí Minh',
  VU: 'MAP Malampa|PAM Penama=Pénama|SAM Sanma|SEE Shefa=Shéfa|TAE Tafea=Taféa|TOB Torba',
  WF: 'AL Alo|SG Sigave|UV Uvea',
  WS: 'AA A’ana=A\'ana|AL Aiga-i-le-Tai|AT Atua|FA Fa’asaleleaga=Fa\'asaleleaga|GE Gaga’emauga=Gaga' +
    '\'emauga|GI Gaga’ifomauga=Gagaifomauga|PA Palauli|SA Satupa’itea=Satupa\'itea|TU Tuamasaga|V' +
    'F Va’a-o-Fonoti=Va\'a-o-Fonoti|VS Vaisigano',
  YE: 'AB Abyan|AD ’Adan=‘Adan|AM Amran=‘Amrān|BA Al Bayda=Al Bayḑā’|DA Dhale=Aḑ Ḑāli‘|DH Dhamar=' +
    'Dhamār|HD Hadramaut=Ḩaḑramawt|HJ Hajjah=Ḩajjah|HU Al Hudaydah=Al Ḩudaydah|IB Ibb|JA Al Jaw' +
    'f|LA Lahij=Laḩij|MA Ma’rib|MR Al Mahrah|MW Al Mahwit=Al Maḩwīt|RA Raymah|SA Amanat Al Asim' +
    'ah=Amānat al ‘Āşimah|SD Sa’dah=Şāʻdah|SH Shabwah|SN Sana’a=Şanʻā’|SU Arkhabil Suqutra=Arkh' +
    'abīl Suquţrá|TA Taiz=Tāʻizz',
  ZA: 'EC Eastern Cape|FS Free State|GP Gauteng|KZN KwaZulu-Natal=Kwazulu-Natal|LP Limpopo|MP Mpu' +
    'malanga|NC Northern Cape|NW North West=North-West|WC Western Cape',
  ZM: '01 Western|02 Central|03 Eastern|04 Luapula|05 Northern|06 North-Western|07 Southern|08 Co' +
    'pperbelt|09 Lusaka|10 Muchinga',
  ZW: 'BU Bulawayo|HA Harare|MA Manicaland|MC Mashonaland Central|ME Mashonaland East|MI Midlands' +
    '|MN Matabeleland North|MS Matabeleland South|MV Masvingo|MW Mashonaland West',
} as const;
