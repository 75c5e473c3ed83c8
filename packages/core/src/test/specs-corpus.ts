import type { PartKind } from '../parts/index.ts';

/** A text about a part, and what it says: written by hand, all of it invented. */
interface CorpusText {
  readonly text: string;
  readonly kind: PartKind;
  readonly says: Readonly<Record<string, unknown>>;
  /** Figures that the text itself says in two ways. */
  readonly doubtful?: readonly string[];
}

const psu8 = { sixPin: 0, eightPin: 1, sixteenPin: 0 };

export const CORPUS: readonly CorpusText[] = [
  // Names alone.
  {
    text: 'Wrenlow Spar 2x8 GB DDR4-3200 CL16',
    kind: 'memory',
    says: { type: 'DDR4', modules: 2, gbPerModule: 8, ratedMts: 3200, ratedCl: 16 },
  },
  {
    text: 'Pallowick Reef 32GB (2x16GB) DDR5 6000MHz C30 kit',
    kind: 'memory',
    says: { type: 'DDR5', modules: 2, gbPerModule: 16, ratedMts: 6000, ratedCl: 30 },
  },
  {
    text: 'Wrenlow Spar 1 x 8GB DDR3 1600 MT/s',
    kind: 'memory',
    says: { type: 'DDR3', modules: 1, gbPerModule: 8, ratedMts: 1600 },
  },
  {
    text: 'Pallowick Reef 4x4GB DDR4-2666 16-18-18-35',
    kind: 'memory',
    says: { type: 'DDR4', modules: 4, gbPerModule: 4, ratedMts: 2666, ratedCl: 16 },
  },
  {
    text: 'Wattlewood Mast 650 W 80+ Bronze power supply',
    kind: 'psu',
    says: { ratedWatts: 650, efficiency: 'Bronze' },
  },
  {
    text: 'Wattlewood Mast 750W ATX PSU, 80 PLUS Gold, fully modular',
    kind: 'psu',
    says: { ratedWatts: 750, efficiency: 'Gold', form: 'ATX' },
  },
  {
    text: 'Wattlewood Keel 450W SFX 80+ Platinum power supply',
    kind: 'psu',
    says: { ratedWatts: 450, efficiency: 'Platinum', form: 'SFX' },
  },
  {
    text: 'Fennimark Race 1 TB M.2 NVMe SSD',
    kind: 'storage',
    says: { gb: 1000, interface: 'M.2 NVMe', solidState: true },
  },
  {
    text: 'Fennimark Race 512 GB M.2 2242 NVMe SSD PCIe 4.0',
    kind: 'storage',
    says: { gb: 512, interface: 'M.2 NVMe', solidState: true, m2LengthMm: 42, pcieGeneration: 4 },
  },
  {
    text: 'Fennimark Barrel 4 TB 3.5" HDD 5400 rpm',
    kind: 'storage',
    says: { gb: 4000, interface: '3.5-inch SATA', solidState: false },
  },
  {
    text: 'Fennimark Slate 480GB 2.5" SATA SSD',
    kind: 'storage',
    says: { gb: 480, interface: '2.5-inch SATA', solidState: true },
  },
  {
    text: 'Kestrand Mole mATX motherboard, socket T4, DDR4',
    kind: 'motherboard',
    says: { formFactor: 'micro-ATX', socket: 'T4', memoryType: 'DDR4' },
  },
  {
    text: 'Oddeby Slip mini-ITX motherboard with WiFi, DDR5',
    kind: 'motherboard',
    says: { formFactor: 'mini-ITX', memoryType: 'DDR5', wireless: true },
  },
  {
    text: 'Bramfell Ember 270 Duo 8GB graphics card, dual-slot, 240 mm',
    kind: 'gpu',
    says: { videoMemoryGb: 8, slotsWide: 2, lengthMm: 240 },
  },
  {
    text: 'Tarnholt Dunlin 250, 6-core processor, 12 threads, 65 W',
    kind: 'cpu',
    says: { cores: 6, threads: 12, packagePowerWatts: 65 },
  },
  { text: 'Coldharbour & Sons Flow 240 mm AIO liquid cooler', kind: 'cooler', says: { radiatorMm: 240 } },
  {
    text: 'Farcall Call U150 wireless USB adapter',
    kind: 'network',
    says: { interface: 'USB', wireless: true },
  },

  // Processors.
  {
    text: 'Socket: T4, TDP 65 W, 6 cores / 12 threads',
    kind: 'cpu',
    says: { socket: 'T4', packagePowerWatts: 65, cores: 6, threads: 12 },
  },
  {
    text: 'Ysmere Hornbeam 270\nSocket: Y12\nCore count: 8\nThread count: 16\nBoost clock: 4.7 GHz\nTDP: 95 W\nIntegrated graphics: No\nMemory type: DDR4, DDR5\nWarranty: 3 years',
    kind: 'cpu',
    says: {
      socket: 'Y12',
      cores: 8,
      threads: 16,
      boostMhz: 4700,
      packagePowerWatts: 95,
      integratedGraphics: false,
      memoryTypes: ['DDR4', 'DDR5'],
      warrantyMonths: 36,
    },
  },
  {
    text: 'Category\tProcessor\nCPU Socket\tSocket T4\nCores / Threads\t4 / 8\nMax. Boost Clock\t3,9 GHz\nDefault TDP\t65W\nMax. memory size\t128 GB\nPCI Express Version\tPCIe 3.0\nUnlocked\tYes',
    kind: 'cpu',
    says: {
      socket: 'T4',
      cores: 4,
      threads: 8,
      boostMhz: 3900,
      packagePowerWatts: 65,
      memoryMaxGb: 128,
      pcieGeneration: 3,
      unlocked: true,
    },
  },
  {
    text: 'Processor Tarnholt Rook 12\n- # of weirdness: 7\n- Cores: 12\n- Threads: 24\n- Turbo frequency: 4.900 MHz\n- Package power: 142 W\n- Processor graphics: Rook Vista 2',
    kind: 'cpu',
    says: { cores: 12, threads: 24, boostMhz: 4900, packagePowerWatts: 142, integratedGraphics: true },
  },
  {
    text: 'CPU Tarnholt Dunlin 350\n8C/16T, up to 4.6 GHz, TDP 105 W, socket T4, unlocked, no cooler',
    kind: 'cpu',
    says: {
      cores: 8,
      threads: 16,
      boostMhz: 4600,
      packagePowerWatts: 105,
      socket: 'T4',
      unlocked: true,
      stockCooler: false,
    },
  },
  {
    text: 'Cores = 6\nThreads = 6\nSocket = Y12\nTDP = 65 Watt\nBoost = 4,4GHz',
    kind: 'cpu',
    says: { cores: 6, threads: 6, socket: 'Y12', packagePowerWatts: 65, boostMhz: 4400 },
  },

  // Motherboards.
  {
    text: 'Kestrand Slip Y12-1M26\nSocket: Y12\nChipset: Moss 1\nForm factor: Micro-ATX\nMemory type: DDR4\nMemory slots: 2 x DIMM\nMax. memory: 64 GB\nMemory speed: up to 3200 MT/s\nSATA ports: 4\nPCIe x16 slot: 1 x PCIe 4.0 x16\nWiFi: No\nVideo outputs: HDMI, DisplayPort\nFan headers: 3',
    kind: 'motherboard',
    says: {
      socket: 'Y12',
      chipset: 'Moss 1',
      formFactor: 'micro-ATX',
      memoryType: 'DDR4',
      memorySlots: 2,
      memoryMaxGb: 64,
      memoryMaxMts: 3200,
      sataPorts: 4,
      pcieSlot: { generation: 4, lanes: 16 },
      wireless: false,
      displayOutputs: ['HDMI', 'DisplayPort'],
      fanHeaders: 3,
    },
  },
  {
    text: 'Mainboard | Oddeby Mole T4\nCPU socket | T4\nChipset | Reed 2\nFormat | ATX\nRAM type | DDR4\nRAM slots | 4\nRAM capacity | 128GB\nSATA 6 Gb/s | 6\nWireless LAN | none\nCPU power connector | 1 x 8-pin',
    kind: 'motherboard',
    says: {
      socket: 'T4',
      chipset: 'Reed 2',
      formFactor: 'ATX',
      memoryType: 'DDR4',
      memorySlots: 4,
      memoryMaxGb: 128,
      sataPorts: 6,
      wireless: false,
      cpuPowerConnectors: 1,
    },
  },
  {
    text: 'Motherboard, chipset Reed 1, mATX, 4 x DIMM, 4x SATA, socket T4, DDR4, WiFi 6',
    kind: 'motherboard',
    says: {
      chipset: 'Reed 1',
      formFactor: 'micro-ATX',
      memorySlots: 4,
      sataPorts: 4,
      socket: 'T4',
      memoryType: 'DDR4',
      wireless: true,
    },
  },
  {
    text: 'Bramfell Slip motherboard\nForm Factor: E-ATX (305 x 277 mm)\nSocket: Socket Y12\nMemory technology: DDR5\nDIMM slots: 4\nBIOS update without CPU: Yes\nOverclocking: supported',
    kind: 'motherboard',
    says: {
      formFactor: 'E-ATX',
      socket: 'Y12',
      memoryType: 'DDR5',
      memorySlots: 4,
      flashesWithoutCpu: true,
      overclocking: true,
    },
  },
  {
    text: 'Motherboard\nSize: Mini ITX\nSocket: T4\nMemory: DDR4\nDIMM: 2\nHDMI yes',
    kind: 'motherboard',
    says: { formFactor: 'mini-ITX', socket: 'T4', memoryType: 'DDR4', memorySlots: 2 },
  },

  // Memory.
  {
    text: 'Pallowick Reef\nMemory type: DDR4\nCapacity: 16 GB (2 x 8 GB)\nTested speed: 3600 MHz\nTested latency: 18-22-22-42\nSPD speed: 2666 MHz\nHeight: 34 mm',
    kind: 'memory',
    says: {
      type: 'DDR4',
      modules: 2,
      gbPerModule: 8,
      ratedMts: 3600,
      ratedCl: 18,
      jedecMts: 2666,
      heightMm: 34,
    },
  },
  {
    text: 'Memory\nType: DDR5\nCapacity: 32 GB\nModules: 2\nSpeed: 5600 MT/s\nCAS latency: CL36',
    kind: 'memory',
    says: { type: 'DDR5', modules: 2, gbPerModule: 16, ratedMts: 5600, ratedCl: 36 },
  },
  {
    text: 'Memory kit\nKit: 2 x 8GB\nTechnology: DDR4\nData rate: 3.200 MT/s\nTimings: 16-20-20-38\nModule height: 1.3 in',
    kind: 'memory',
    says: { modules: 2, gbPerModule: 8, type: 'DDR4', ratedMts: 3200, ratedCl: 16, heightMm: 33.02 },
  },
  {
    text: 'RAM: Wrenlow Spar, DDR3, 2x4GB, 1600 MHz, CL9',
    kind: 'memory',
    says: { type: 'DDR3', modules: 2, gbPerModule: 4, ratedMts: 1600, ratedCl: 9 },
  },
  {
    text: 'DDR4 memory\nSpeed: 2133 MHz\nLatency: 15\nModules: 1\nModule size: 8 GB',
    kind: 'memory',
    says: { type: 'DDR4', ratedMts: 2133, ratedCl: 15, modules: 1, gbPerModule: 8 },
  },

  // Graphics cards.
  {
    text: 'Tolvane Tideline 380 Duo\nGraphics processor: Tide 38\nVideo memory: 12 GB\nBus interface: PCIe 4.0 x16\nBoard power: 220 W\nPower connectors: 2 x 8-pin\nRecommended PSU: 650 W\nLength: 285 mm\nSlot width: 2.5 slots\nOutputs: 3 x DisplayPort, 1 x HDMI\nMemory bandwidth: 360 GB/s',
    kind: 'gpu',
    says: {
      chip: 'Tide 38',
      videoMemoryGb: 12,
      pcieGeneration: 4,
      pcieLanes: 16,
      boardPowerWatts: 220,
      power: { sixPin: 0, eightPin: 2, sixteenPin: 0 },
      recommendedPsuWatts: 650,
      lengthMm: 285,
      slotsWide: 2.5,
      displayOutputs: ['HDMI', 'DisplayPort'],
      memoryGbs: 360,
    },
  },
  {
    text: 'Graphics card Kestrand Ember 280\nGPU: Ember 28\nMemory size: 8192 MB\nTotal board power: 170W\nPower connector: 1x 8 pin\nDimensions: 24,2 x 11,2 x 4 cm\nTDP: 170 W',
    kind: 'gpu',
    says: { chip: 'Ember 28', videoMemoryGb: 8, boardPowerWatts: 170, power: psu8, lengthMm: 242 },
  },
  {
    text: 'Video card | Bramfell Ember 210\nVRAM | 4 GB\nPower draw | 75 W\nPower connectors | None\nCard length | 6.7"\nInterface | PCI Express 3.0 x8',
    kind: 'gpu',
    says: {
      videoMemoryGb: 4,
      boardPowerWatts: 75,
      power: { sixPin: 0, eightPin: 0, sixteenPin: 0 },
      lengthMm: 170.18,
      pcieGeneration: 3,
      pcieLanes: 8,
    },
  },
  {
    text: 'Graphics card, 16GB, 300 W, 330 mm, triple-slot, PCIe 5.0 x16',
    kind: 'gpu',
    says: {
      videoMemoryGb: 16,
      boardPowerWatts: 300,
      lengthMm: 330,
      slotsWide: 3,
      pcieGeneration: 5,
      pcieLanes: 16,
    },
  },
  {
    text: 'Graphics card\nMemory: 10 GB\nTGP: 250 W\nPower connectors: 1 x 16-pin\nFP32: 21,4 TFLOPS\nLength (mm): 304',
    kind: 'gpu',
    says: {
      videoMemoryGb: 10,
      boardPowerWatts: 250,
      power: { sixPin: 0, eightPin: 0, sixteenPin: 1 },
      tflops: 21.4,
      lengthMm: 304,
    },
  },
  {
    text: 'Graphics card\nVideo memory: 6 GB\nPower plugs: 1 x 8-pin + 1 x 6-pin\nMinimum PSU: 500W\nCard length: 26.7 cm',
    kind: 'gpu',
    says: {
      videoMemoryGb: 6,
      power: { sixPin: 1, eightPin: 1, sixteenPin: 0 },
      recommendedPsuWatts: 500,
      lengthMm: 267,
    },
  },

  // Storage.
  {
    text: 'SSD Fennimark Race\nCapacity: 2 TB\nForm factor: M.2 2280\nInterface: PCIe 4.0 x4 NVMe\nHeatsink: No',
    kind: 'storage',
    says: {
      gb: 2000,
      interface: 'M.2 NVMe',
      solidState: true,
      m2LengthMm: 80,
      pcieGeneration: 4,
      heatSpreader: false,
    },
  },
  {
    text: 'Storage\nCapacity: 240GB\nForm factor: 2.5"\nInterface: SATA III\nType: SSD',
    kind: 'storage',
    says: { gb: 240, interface: '2.5-inch SATA', solidState: true },
  },
  {
    text: 'Hard drive\nSize: 2.000 GB\nForm factor: 3,5"\nSpeed: 7200 rpm',
    kind: 'storage',
    says: { gb: 2000, interface: '3.5-inch SATA', solidState: false },
  },
  {
    text: 'Drive: M.2 SATA SSD, 256 GB, 2242',
    kind: 'storage',
    says: { interface: 'M.2 SATA', solidState: true, gb: 256, m2LengthMm: 42 },
  },

  // Coolers.
  {
    text: 'CPU cooler Coldharbour Puff 92\nSockets: T4, Y12\nHeight: 132 mm\nCooling capacity: 120 W\nFans: 1\nNoise level: 25.6 dB(A)',
    kind: 'cooler',
    says: { sockets: ['T4', 'Y12'], heightMm: 132, heatWatts: 120, fans: 1, noiseDb: 25.6 },
  },
  {
    text: 'Cooler\nCompatibility: T4, Y12\nHeatsink height: 15,8 cm\nTDP rating: 180W\nRAM clearance: 40mm',
    kind: 'cooler',
    says: { sockets: ['T4', 'Y12'], heightMm: 158, heatWatts: 180, memoryClearanceMm: 40 },
  },
  {
    text: 'Liquid cooler\nRadiator: 240 mm\nSockets: Y12\nFans: 2 x 120 mm\nFan noise: 30 dB',
    kind: 'cooler',
    says: { radiatorMm: 240, sockets: ['Y12'], fans: 2, noiseDb: 30 },
  },

  // Cases.
  {
    text: 'Hollandale Tin case\nMotherboard support: ATX, Micro-ATX, Mini-ITX\nMax. GPU length: 330 mm\nMax. CPU cooler height: 160 mm\nPSU: ATX\nExpansion slots: 7\n2.5" bays: 2\n3.5" bays: 2\nIncluded fans: 1 x 120 mm\nRadiator support: front 240/280/360 mm, rear 120 mm',
    kind: 'case',
    says: {
      motherboardFormFactors: ['mini-ITX', 'micro-ATX', 'ATX'],
      maxGpuLengthMm: 330,
      maxCoolerHeightMm: 160,
      psuFormFactors: ['ATX'],
      expansionSlots: 7,
      bays25: 2,
      bays35: 2,
      fans: 1,
      radiatorsMm: [120, 240, 280, 360],
    },
  },
  {
    text: 'Case\nMainboard: mATX, mini-ITX\nGraphics card: max 320mm\nCPU cooler: max 155mm\nPSU length: up to 16 cm\nFront panel: USB 3.0, USB-C\nVolume: 31,5 l',
    kind: 'case',
    says: {
      motherboardFormFactors: ['mini-ITX', 'micro-ATX'],
      maxGpuLengthMm: 320,
      maxCoolerHeightMm: 155,
      maxPsuLengthMm: 160,
      frontConnectors: ['USB 3', 'USB-C'],
      litres: 31.5,
    },
  },
  {
    text: 'Chassis\nForm factor: Mini-ITX\nGPU clearance: 12.2 in\nCooler clearance (mm): 70\nPower supply: SFX\nVolume: 12 litres',
    kind: 'case',
    says: {
      motherboardFormFactors: ['mini-ITX'],
      maxGpuLengthMm: 309.88,
      maxCoolerHeightMm: 70,
      psuFormFactors: ['SFX'],
      litres: 12,
    },
  },

  // Power supplies.
  {
    text: 'Power supply\nWattage: 550W\nEfficiency: 80 PLUS White\nForm factor: ATX\nLength: 140 mm\nPCIe connectors: 2 x 6+2-pin\nEPS: 1 x 4+4-pin\nWarranty: 5 years',
    kind: 'psu',
    says: {
      ratedWatts: 550,
      efficiency: 'White',
      form: 'ATX',
      lengthMm: 140,
      eightPinConnectors: 2,
      cpuConnectors: 1,
      warrantyMonths: 60,
    },
  },
  {
    text: 'PSU Wattlewood Mast\nOutput: 1.000 W\nCertification: 80+ Titanium\nDepth: 18 cm\n16-pin: 1\nPCI-E connectors: 4',
    kind: 'psu',
    says: {
      ratedWatts: 1000,
      efficiency: 'Titanium',
      lengthMm: 180,
      sixteenPinConnectors: 1,
      eightPinConnectors: 4,
    },
  },
  {
    text: 'power supply, 400 W, SFX, 80 plus bronze',
    kind: 'psu',
    says: { ratedWatts: 400, form: 'SFX', efficiency: 'Bronze' },
  },
  {
    text: 'PSU | Mast 600\nRated power | 600 watts\nEfficiency rating | 80 PLUS Silver\nCPU connectors | 2\nPCIe 8-pin | 2',
    kind: 'psu',
    says: { ratedWatts: 600, efficiency: 'Silver', cpuConnectors: 2, eightPinConnectors: 2 },
  },

  // Network, system.
  {
    text: 'Wireless network card\nInterface: PCIe x1\nWireless standard: WiFi 6\nSpeed: 2.4 Gbps',
    kind: 'network',
    says: { interface: 'PCIe', wireless: true, mbps: 2400 },
  },
  {
    text: 'Kind: Operating system\nName: Harbour Home\nLicence: home',
    kind: 'os',
    says: { licence: 'home' },
  },

  // Contradictions: both are kept and asked about.
  {
    text: 'Graphics card Ember 270 8GB\nVideo memory: 6 GB\nLength: 240 mm',
    kind: 'gpu',
    says: { lengthMm: 240 },
    doubtful: ['videoMemoryGb'],
  },
  {
    text: 'Power supply 650 W\nWattage: 550 W\nForm factor: ATX',
    kind: 'psu',
    says: { form: 'ATX' },
    doubtful: ['ratedWatts'],
  },
  {
    text: 'Processor, 6 cores\nCores: 8\nThreads: 16\nSocket: T4',
    kind: 'cpu',
    says: { threads: 16, socket: 'T4' },
    doubtful: ['cores'],
  },

  // Noise around it.
  {
    text: 'Add to basket\nKestrand Mole motherboard\n★★★★☆ 14 reviews\nSocket: T4\nFree delivery from 50\nForm factor: ATX\nCookies',
    kind: 'motherboard',
    says: { socket: 'T4', formFactor: 'ATX' },
  },
  {
    text: 'Graphics card\n### Overview\nPrice: 219,90 €\nVideo memory: 8 GB\nIn stock: 12\nLength: 245 mm\nAlso bought: case',
    kind: 'gpu',
    says: { videoMemoryGb: 8, lengthMm: 245 },
  },
  {
    text: 'Power supply\nWattage: about the usual\nEfficiency: 80 PLUS Gold\nNoise: quiet',
    kind: 'psu',
    says: { efficiency: 'Gold' },
  },
  {
    text: 'Case\nGraphics card: no information\nCPU cooler: 165 mm\nMotherboards: ATX',
    kind: 'case',
    says: { maxCoolerHeightMm: 165, motherboardFormFactors: ['ATX'] },
  },

  // Written before the reader had seen their like, to see what it makes of them.
  {
    text: 'Marrow Lark 65 Pro Graphics Card 12GB GDDR6\n\nSpecifications\nChipset Manufacturer: Marrow\nGPU Series: Lark\nCore Clock: 1500 MHz\nBoost Clock: 2100 MHz\nMemory Size: 12GB\nMemory Type: GDDR6\nMemory Interface: 192-bit\nMax Digital Resolution: 7680 x 4320\nMax GPU Length: 267 mm\nCard Dimensions (L x H): 10.51" x 4.65"\nSlot Width: Dual Slot\nPower Connector: 8-Pin + 6-Pin',
    kind: 'gpu',
    says: {
      videoMemoryGb: 12,
      lengthMm: 267,
      slotsWide: 2,
      power: { sixPin: 1, eightPin: 1, sixteenPin: 0 },
    },
  },
  {
    text: 'Brand: Wick\nModel: Stave B\nSocket Type: T4\nCPU Socket Type: T4\nNumber of Memory Slots: 4×288pin\nMemory Standard: DDR4 4400(O.C.)/3200/2133\nMaximum Memory Supported: 128GB\nPCI Express x1: 2\nSATA 6Gb/s: 4 x SATA 6Gb/s\nOnboard Video Chipset: Supported only with CPU with integrated graphic\nForm Factor: Micro ATX\nDimensions (W x L): 9.6" x 9.6"\nPower Pin: 24 Pin + 8 Pin',
    kind: 'motherboard',
    says: {
      socket: 'T4',
      memorySlots: 4,
      memoryType: 'DDR4',
      memoryMaxGb: 128,
      smallSlots: 2,
      sataPorts: 4,
      formFactor: 'micro-ATX',
    },
  },
  {
    text: 'Type: Mid Tower\nSide Panel: Tempered Glass\nPower Supply Mounted: Bottom\nMotherboard Compatibility: Micro ATX / ATX / Mini-ITX\nInternal 3.5" Drive Bays: 2\nInternal 2.5" Drive Bays: 2+2\nExpansion Slots: 7\nFront Ports: 2 x USB 3.0 / Audio\nMax GPU Length Allowance: 340mm\nMax CPU Cooler Height Allowance: 161mm\nMax PSU Length Allowance: 180 mm',
    kind: 'case',
    says: {
      motherboardFormFactors: ['mini-ITX', 'micro-ATX', 'ATX'],
      bays35: 2,
      bays25: 4,
      expansionSlots: 7,
      frontConnectors: ['USB 3'],
      maxGpuLengthMm: 340,
      maxCoolerHeightMm: 161,
      maxPsuLengthMm: 180,
    },
  },
  {
    text: 'Lantern PSU 600 - 600 W power supply. 80+ Bronze certified. Single 12 V rail. 2x PCIe 6+2 pin, 1x EPS 4+4 pin, 6x SATA. 140 mm deep. 5 year warranty.',
    kind: 'psu',
    says: {
      ratedWatts: 600,
      efficiency: 'Bronze',
      eightPinConnectors: 2,
      cpuConnectors: 1,
      lengthMm: 140,
      warrantyMonths: 60,
    },
  },
  {
    text: 'Cores: 6 (12 threads)\nBase: 3.5GHz\nBoost: 4.4GHz\nL3: 32 MB\nTDP: 65W\nLaunch price: 199\nSocket T4\nGraphics: none\nMemory: DDR4-3200, dual channel\nPCIe: 4.0 x 24',
    kind: 'cpu',
    says: {
      cores: 6,
      threads: 12,
      boostMhz: 4400,
      packagePowerWatts: 65,
      socket: 'T4',
      integratedGraphics: false,
      memoryTypes: ['DDR4'],
      pcieGeneration: 4,
    },
  },
  {
    text: '16GB Kit (2x8GB) DDR4 3600MHz CL18 1.35V unbuffered, black heat spreader 42mm',
    kind: 'memory',
    says: { type: 'DDR4', modules: 2, gbPerModule: 8, ratedMts: 3600, ratedCl: 18, heightMm: 42 },
  },
  {
    text: 'NVMe SSD 1TB, up to 3500MB/s read, PCIe 3.0 x4, M.2 2280, 600 TBW, 5 years',
    kind: 'storage',
    says: { gb: 1000, solidState: true, pcieGeneration: 3, m2LengthMm: 80, interface: 'M.2 NVMe' },
  },
  {
    text: 'Tower cooler, height 154 mm, 4 heatpipes, TDP 150W, sockets T4/Y12, 26 dBA at 1500 rpm, one 120 mm fan',
    kind: 'cooler',
    says: { radiatorMm: 0, heightMm: 154, heatWatts: 150, sockets: ['T4', 'Y12'], noiseDb: 26 },
  },
  {
    text: 'Gehäuse Tinbox 3, Midi-Tower, Mainboard: ATX/mATX/Mini-ITX, GPU: max. 360 mm',
    kind: 'case',
    says: { motherboardFormFactors: ['mini-ITX', 'micro-ATX', 'ATX'], maxGpuLengthMm: 360 },
  },
];
